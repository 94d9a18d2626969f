package keepshelf.desktop.hosts;

import java.util.Set;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.shelf.CardPictures;
import keepshelf.desktop.words.Words;

/** The fitting table itself: a row an item, a column a host. Only rows in sight exist. */
final class FitTable extends ScrollPane {
  /** What can be asked of a host from the head of its column. */
  interface HostActions {
    void open(HostRecord h);

    void edit(HostRecord h);

    void moved(HostRecord h);
  }

  private static final Set<KeyCode> OWN_KEYS = Set.of(KeyCode.SPACE, KeyCode.ENTER, KeyCode.ESCAPE);
  private static final double ITEM_WIDTH = 330;
  private static final double NARROW_ITEM = 232;
  private static final double HOST_WIDTH = 150;
  private static final double ROW_HEIGHT = 48;

  private final HostsModel model;
  private final CardPictures pictures;
  private final HostActions actions;
  private final HBox head = new HBox();
  private final ListView<ItemCard> list;
  private final VBox table;
  private int first;

  /**
   * Shows {@code model}.
   *
   * @param keys hears the keys that move between cells
   */
  FitTable(HostsModel model, CardPictures pictures, HostActions actions, Consumer<KeyEvent> keys) {
    this.model = model;
    this.pictures = pictures;
    this.actions = actions;
    list = new ListView<>(model.rows().shown());
    list.getStyleClass().add("plain-list");
    list.setAccessibleText(Words.of("spoken.fitting"));
    list.setFixedCellSize(ROW_HEIGHT);
    list.setCellFactory(l -> new Row());
    Label none = Kit.wrapped(Words.of("hosts.norows"), "second");
    none.setPadding(new Insets(24));
    list.setPlaceholder(none);
    list.setId("fit-rows");
    // Arrows move between cells, not rows; the list would also take Enter and Escape for itself.
    list.addEventFilter(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (e.getCode().isArrowKey() || OWN_KEYS.contains(e.getCode())) {
            keys.accept(e);
          }
        });
    // The head leaves as much room at the right as the rows' scroll bar takes.
    head.setPadding(new Insets(0, 10, 0, 0));
    table = new VBox(head, list);
    VBox.setVgrow(list, Priority.ALWAYS);
    table.getStyleClass().add("sheet");
    setContent(table);
    setFitToWidth(true);
    setFitToHeight(true);
    getStyleClass().add("sheet");
  }

  /** Puts the focus on the rows. */
  void focus() {
    list.requestFocus();
  }

  /** Shows everything anew. */
  void fill() {
    head.getChildren().clear();
    VBox title =
        new VBox(
            2,
            Kit.label(Words.of("hosts.title"), "heading"),
            Kit.label(
                Words.of(
                    "hosts.facts",
                    model.rows().shown().size(),
                    model.hosts().size(),
                    model.plans().size()),
                "second"));
    title.getStyleClass().add("fit-head");
    wide(title, itemWidth());
    head.getChildren().add(title);
    for (HostRecord h : model.hosts()) {
      Node host = head(h);
      HBox.setHgrow(host, Priority.ALWAYS);
      head.getChildren().add(host);
    }
    table.setMinWidth(itemWidth() + model.hosts().size() * HOST_WIDTH);
    list.refresh();
  }

  private double itemWidth() {
    return model.hosts().size() > 2 ? NARROW_ITEM : ITEM_WIDTH;
  }

  private static void wide(Region r, double points) {
    r.setMinWidth(points);
    r.setPrefWidth(points);
    r.setMaxWidth(points);
  }

  /** Shows where the focus is, and scrolls there. */
  void markFocus() {
    list.refresh();
    Cell c = model.focusProperty().get();
    for (int i = 0; c != null && i < model.rows().shown().size(); i++) {
      if (model.rows().shown().get(i).id().equals(c.item())) {
        reveal(i);
        return;
      }
    }
  }

  private void reveal(int row) {
    int seen = Math.max(1, (int) (list.getHeight() / ROW_HEIGHT));
    if (row < first || row >= first + seen) {
      first = Math.max(0, row - seen / 2);
      list.scrollTo(first);
    }
  }

  /** A row of the table. */
  private final class Row extends ListCell<ItemCard> {
    Row() {
      setPrefWidth(0);
    }

    @Override
    protected void updateItem(ItemCard c, boolean empty) {
      super.updateItem(c, empty);
      if (empty || c == null) {
        setGraphic(null);
        return;
      }
      HBox row = new HBox(item(c));
      for (HostRecord h : model.hosts()) {
        HBox cell = cell(new Cell(c.id(), h.name()));
        cell.setPrefWidth(HOST_WIDTH);
        cell.setMinWidth(HOST_WIDTH);
        HBox.setHgrow(cell, Priority.ALWAYS);
        row.getChildren().add(cell);
      }
      setGraphic(row);
      setAccessibleText(Kit.spoken(row));
    }
  }

  private Node head(HostRecord h) {
    var profile = model.hostList().profile(h.name());
    MenuItem all = new MenuItem(Words.of("hosts.menu.column"));
    all.setOnAction(e -> model.toggleColumn(h.name()));
    MenuItem edit = new MenuItem(Words.of("hosts.menu.profile"));
    edit.setOnAction(e -> actions.edit(h));
    edit.setDisable(profile.isEmpty());
    MenuItem moved = new MenuItem(Words.of("hosts.menu.moved"));
    moved.setOnAction(e -> actions.moved(h));
    MenuItem open = new MenuItem(Words.of("hosts.menu.open"));
    open.setOnAction(e -> actions.open(h));
    open.setDisable(profile.map(p -> p.reader() == null).orElse(true));
    MenuButton menu =
        new MenuButton(h.name(), null, all, open, new SeparatorMenuItem(), edit, moved);
    menu.getStyleClass().add("heading-menu");
    menu.setId("host-menu-" + h.name());
    menu.setFocusTraversable(false);
    FlowPane signs = new FlowPane(4, 4);
    profile.ifPresent(
        p -> p.signs().forEach(s -> signs.getChildren().add(Kit.label(s, "sign-word"))));
    signs.setPrefWrapLength(HOST_WIDTH);
    Label about =
        Kit.wrapped(
            profile.map(p -> p.about()).orElse(Words.of("hosts.noprofile")),
            profile.isPresent() ? "second" : "bad");
    VBox v = new VBox(3, menu, about, signs);
    v.getStyleClass().add("fit-head");
    v.setMinWidth(HOST_WIDTH);
    v.setPrefWidth(HOST_WIDTH);
    Tooltip.install(about, new Tooltip(h.folder()));
    return v;
  }

  private Node item(ItemCard s) {
    Label name = Kit.label(s.name(), "strong");
    Label from =
        Kit.label(
            (s.pack().source() == null ? Words.of("shelf.nosource") : s.pack().source())
                + (s.pack().version() == null ? "" : " · v" + s.pack().version()),
            "second");
    VBox words = new VBox(1, name, from);
    words.setAlignment(Pos.CENTER_LEFT);
    HBox h = new HBox(10, Images.view(pictures.of(s, Previews.Lit.USUAL, 38), 38), words);
    h.setAlignment(Pos.CENTER_LEFT);
    h.setMinHeight(ROW_HEIGHT);
    h.getStyleClass().add("fit-item");
    wide(h, itemWidth());
    Tooltip.install(h, new Tooltip(Words.of("hosts.row.tip")));
    h.setOnMouseClicked(e -> {
      list.requestFocus();
      model.toggleRow(s.id());
    });
    return h;
  }

  private HBox cell(Cell c) {
    Signs.State sign = model.sign(c);
    HBox h = new HBox(7, Signs.state(sign), words(c, sign));
    h.setAlignment(Pos.CENTER_LEFT);
    h.setMinHeight(ROW_HEIGHT);
    h.getStyleClass().add("fit-cell");
    if (model.plans().containsKey(c)) {
      h.getStyleClass().add("chosen");
    }
    h.setOnMouseClicked(e -> {
      list.requestFocus();
      if (model.installed(c).isPresent()
          && !model.plans().containsKey(c)
          && e.getClickCount() < 2) {
        model.focusProperty().set(c);
      } else {
        model.toggle(c);
      }
    });
    h.setAccessibleText(Signs.stateWords(sign));
    if (c.equals(model.focusProperty().get())) {
      h.getStyleClass().add("at");
    }
    return h;
  }

  /** The state in a line, what is known of it in a smaller one below. */
  private Node words(Cell c, Signs.State sign) {
    HBox line = new HBox(8);
    line.setAlignment(Pos.CENTER_LEFT);
    VBox both = new VBox(0, line);
    both.setAlignment(Pos.CENTER_LEFT);
    both.setMinWidth(0);
    HBox.setHgrow(both, Priority.ALWAYS);
    InstallationRecord i = model.installed(c).orElse(null);
    if (model.plans().containsKey(c)) {
      line.getChildren().add(Kit.label(planned(i, model.plans().get(c).resolution()), "second"));
      if (i != null) {
        return both;
      }
    }
    if (sign == Signs.State.CANNOT) {
      String why = model.cannot(c).orElse("");
      Label l = Kit.label(why, "hint");
      l.setWrapText(true);
      l.setMaxHeight(ROW_HEIGHT - 6);
      Tooltip.install(l, new Tooltip(why));
      line.getChildren().add(l);
    }
    if (i != null) {
      Label resolution = Kit.label(i.resolution() == null ? "" : i.resolution());
      resolution.setMinWidth(USE_PREF_SIZE);
      line.getChildren().add(resolution);
      if (sign != Signs.State.CURRENT) {
        line.getChildren()
            .add(
                Kit.label(
                    Signs.stateWords(sign), sign == Signs.State.OTHER ? "remark" : "attention"));
      }
      both.getChildren().add(proof(i));
    }
    return both;
  }

  /** What becomes of a chosen cell: new, another resolution, or the same again. */
  private static String planned(InstallationRecord now, String to) {
    if (now == null) {
      return Words.of("hosts.plan.new");
    }
    String from = now.resolution() == null ? "" : now.resolution();
    return from.equals(to)
        ? Words.of("hosts.cell.again", from)
        : Words.of("hosts.cell.to", from, to);
  }

  private static Label proof(InstallationRecord i) {
    String files = Words.of("hosts.cell.files", i.files().size());
    if (i.proof() == null) {
      return Kit.label(files, "hint");
    }
    long equal = i.proof().inputs().stream().filter(p -> p.equal()).count();
    return Kit.label(
        Words.of("hosts.cell.proved", equal, i.proof().inputs().size()) + " · " + files,
        i.proof().ok() ? "hint" : "bad");
  }
}
