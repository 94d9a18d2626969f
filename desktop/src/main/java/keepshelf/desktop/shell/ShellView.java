package keepshelf.desktop.shell;

import java.util.ArrayList;
import java.util.List;
import javafx.beans.binding.Bindings;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Group;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/** The window's frame: header, spines at the left edge, the open place, foot line. */
public final class ShellView {
  /** Points for the name of the shelf, so that the places keep room for their own head. */
  private static final double MOST_NAME = 150;

  private static final double OPEN_WIDTH = 42;
  private static final double SPINE_WIDTH = 36;

  private final List<Place> places;
  private final StackPane root = new StackPane();
  private final BorderPane frame = new BorderPane();
  private final BorderPane inner = new BorderPane();
  private final HBox header = new HBox(20);
  private final HBox foot = new HBox(20);
  private final VBox spines = new VBox(3);
  private final ObjectProperty<Place> open = new SimpleObjectProperty<>();
  private final Runnable theme;
  private final WorkList work;
  private Node keySheet;
  private Runnable help = () -> {};
  private Region sheet;

  /**
   * A frame around {@code places}.
   *
   * @param shelfName shown beside the word mark
   * @param upkeep what can be done to the whole shelf, by its title
   * @param theme switches between day and lamp
   */
  public ShellView(
      List<Place> places,
      WorkList work,
      String shelfName,
      java.util.Map<String, Runnable> upkeep,
      Runnable theme) {
    this.places = List.copyOf(places);
    this.theme = theme;
    Label keep = Kit.label(Words.of("word.keep"), "word-mark");
    Label shelf = Kit.label(Words.of("word.shelf"), "word-mark", "word-mark-second");
    keep.setMinWidth(Label.USE_PREF_SIZE);
    shelf.setMinWidth(Label.USE_PREF_SIZE);
    HBox mark = new HBox(keep, shelf);
    mark.setAlignment(Pos.CENTER_LEFT);
    Button name = Kit.button(Words.of("shell.menu", shelfName), () -> {}, "pill");
    name.setId("shelf-menu");
    name.setMaxWidth(MOST_NAME);
    name.setTooltip(new Tooltip(shelfName));
    ContextMenu menu = new ContextMenu();
    upkeep.forEach((title, what) -> {
      MenuItem i = new MenuItem(title);
      i.setOnAction(e -> what.run());
      menu.getItems().add(i);
    });
    name.setOnAction(e -> menu.show(name, javafx.geometry.Side.BOTTOM, 0, 4));
    header.getChildren().addAll(mark, name);
    header.getStyleClass().add("header");
    header.setAlignment(Pos.CENTER_LEFT);
    header.setMinHeight(54);
    header.setMaxHeight(54);
    foot.getStyleClass().add("foot");
    foot.setMinHeight(26);
    foot.setMaxHeight(26);
    foot.setAlignment(Pos.CENTER_LEFT);
    spines.getStyleClass().add("spines");
    spines.setMinWidth(50);
    spines.setMaxWidth(50);
    inner.setTop(header);
    inner.setBottom(foot);
    frame.setLeft(spines);
    frame.setCenter(inner);
    root.getChildren().addAll(frame, new NoticePane(work.problems()));
    for (int i = 0; i < places.size(); i++) {
      spines.getChildren().add(spine(places.get(i)));
    }
    this.work = work;
    open.addListener((o, was, is) -> show(is));
    root.addEventFilter(KeyEvent.KEY_PRESSED, this::globalKey);
    root.addEventHandler(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (!(e.getTarget() instanceof TextInputControl) && open.get() != null && sheet == null) {
            open.get().key(e);
          }
        });
  }

  /** The node to put into a scene. */
  public StackPane root() {
    return root;
  }

  /** The place that is open. */
  public ObjectProperty<Place> openProperty() {
    return open;
  }

  private Node spine(Place p) {
    Label name = Kit.label(p.name());
    Label number = Kit.label("", "spine-number");
    number
        .textProperty()
        .bind(
            Bindings.createStringBinding(
                () ->
                    p.attention().getValue().intValue() == 0
                        ? ""
                        : String.valueOf(p.attention().getValue()),
                p.attention()));
    HBox text = new HBox(7, name, number);
    text.setAlignment(Pos.CENTER_LEFT);
    text.setRotate(-90);
    StackPane spine = new StackPane(new Group(text));
    spine.getStyleClass().add("spine");
    spine.setMinHeight(95);
    spine.setAlignment(Pos.CENTER);
    spine.setFocusTraversable(true);
    spine.setAccessibleText(p.name());
    spine.setId("spine-" + p.name().toLowerCase(java.util.Locale.ROOT));
    spine.setOnMouseClicked(e -> open.set(p));
    spine.setOnKeyPressed(e -> {
      if (e.getCode() == KeyCode.ENTER || e.getCode() == KeyCode.SPACE) {
        open.set(p);
        e.consume();
      }
    });
    Runnable pull =
        () -> {
          boolean is = open.get() == p;
          spine.getStyleClass().remove("open");
          if (is) {
            spine.getStyleClass().add("open");
          }
          spine.setMaxWidth(is ? OPEN_WIDTH : SPINE_WIDTH);
        };
    open.addListener(o -> pull.run());
    pull.run();
    return spine;
  }

  private void show(Place p) {
    while (header.getChildren().size() > 2) {
      header.getChildren().removeLast();
    }
    header.getChildren().add(p.header());
    inner.setCenter(p.content());
    Label status = Kit.label("", "second");
    status.textProperty().bind(p.status());
    status.setMinWidth(Label.USE_PREF_SIZE);
    Label keys = Kit.label(p.keys(), "second");
    keys.setMinWidth(0);
    foot.getChildren()
        .setAll(
            status,
            keys,
            Kit.spring(),
            new WorkLine(work),
            Kit.button(Words.of("foot.keys"), this::showKeys, "quiet"),
            themeButton());
    p.opened();
  }

  private Node themeButton() {
    var b = Kit.button("", () -> {}, "quiet");
    Runnable word =
        () -> b.setText(Words.of(root.getStyleClass().contains("lamp") ? "foot.day" : "foot.lamp"));
    b.setOnAction(e -> {
      theme.run();
      word.run();
    });
    word.run();
    return b;
  }

  private void globalKey(KeyEvent e) {
    if (keySheet != null && (e.getCode() == KeyCode.ESCAPE || e.getText().equals("?"))) {
      hideKeys();
      e.consume();
      return;
    }
    if (sheet != null && e.getCode() == KeyCode.ESCAPE) {
      closeSheet();
      e.consume();
      return;
    }
    if (e.getCode() == KeyCode.F1) {
      help.run();
      e.consume();
    } else if (e.isControlDown() && e.getCode().isDigitKey()) {
      int n = e.getCode().ordinal() - KeyCode.DIGIT1.ordinal();
      if (n >= 0 && n < places.size()) {
        open.set(places.get(n));
        e.consume();
      }
    } else if (e.isControlDown() && e.getCode() == KeyCode.L) {
      theme.run();
      show(open.get());
      e.consume();
    } else if (e.getText().equals("?") && !(e.getTarget() instanceof TextInputControl)) {
      showKeys();
      e.consume();
    }
  }

  /** Shows something over the places; a second one takes the place of the first. */
  public void showSheet(Region content) {
    closeSheet();
    content.setMaxHeight(Region.USE_PREF_SIZE);
    StackPane.setAlignment(content, Pos.TOP_CENTER);
    StackPane.setMargin(content, new Insets(70, 0, 30, 0));
    sheet = content;
    root.getChildren().add(content);
    content.requestFocus();
  }

  /** Takes it away. */
  public void closeSheet() {
    root.getChildren().remove(sheet);
    sheet = null;
    if (open.get() != null) {
      open.get().opened();
    }
  }

  private void showKeys() {
    if (keySheet != null) {
      hideKeys();
      return;
    }
    KeySheet sheet = new KeySheet(open.get().name().toLowerCase(java.util.Locale.ROOT));
    StackPane.setAlignment(sheet, Pos.CENTER);
    StackPane.setMargin(sheet, new Insets(24, 0, 24, 0));
    sheet.setOnMouseClicked(e -> hideKeys());
    keySheet = sheet;
    root.getChildren().add(sheet);
    sheet.ready();
  }

  private void hideKeys() {
    root.getChildren().remove(keySheet);
    keySheet = null;
    if (open.get() != null) {
      open.get().opened();
    }
  }

  /** Shows the open place anew, after its head has changed. */
  public void renew() {
    show(open.get());
  }

  /** What F1 does. */
  public void onHelp(Runnable what) {
    help = what;
  }

  /** All places, in the order of their spines. */
  public List<Place> places() {
    return new ArrayList<>(places);
  }
}
