package keepshelf.desktop.hosts;

import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.HostRecord;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.preview.Previews;
import keepshelf.desktop.Words;
import keepshelf.desktop.hosts.HostsModel.Cell;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.shelf.CardPictures;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.work.Pictures;

/** The fitting table with plan and proof below. */
public final class HostsView implements Place {
  private static final double ITEM_WIDTH = 330;
  private static final double NARROW_ITEM = 232;
  private static final double HOST_WIDTH = 150;
  private static final double ROW_HEIGHT = 48;

  private final HostsModel model;
  private final CardPictures pictures;
  private final FilePicker picker;
  private final HBox header = new HBox(10);
  private final HBox head = new HBox();
  private final ListView<ItemCard> list;
  private final VBox table;
  private int first;
  private final StackPane content = new StackPane();
  private final PlanPane plan;

  /** Shows {@code model}; {@code picker} asks for a host's folder. */
  public HostsView(HostsModel model, Shelf shelf, Pictures pictures, FilePicker picker) {
    this.model = model;
    this.pictures = new CardPictures(shelf, pictures);
    this.picker = picker;
    this.plan = new PlanPane(model, shelf, pictures);
    var check = Kit.button(Words.of("hosts.check"), model::check);
    var add = Kit.button(Words.of("hosts.add"), this::askForHost);
    add.setId("add-host");
    header.getChildren().addAll(Kit.spring(), check, add);
    header.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
    list = new ListView<>(model.items());
    list.getStyleClass().add("plain-list");
    list.setFixedCellSize(ROW_HEIGHT);
    list.setCellFactory(l -> new Row());
    // Arrows move between cells, not rows; the place hears them.
    list.addEventFilter(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (e.getCode().isArrowKey() || e.getCode() == KeyCode.SPACE) {
            key(e);
          }
        });
    // The head leaves as much room at the right as the rows' scroll bar takes.
    head.setPadding(new Insets(0, 10, 0, 0));
    table = new VBox(head, list);
    VBox.setVgrow(list, Priority.ALWAYS);
    table.getStyleClass().add("sheet");
    ScrollPane scroll = new ScrollPane(table);
    scroll.setFitToWidth(true);
    scroll.setFitToHeight(true);
    scroll.getStyleClass().add("sheet");
    BorderPane all = new BorderPane(scroll);
    all.setBottom(plan);
    content.getChildren().add(all);
    Runnable again = this::fill;
    model.items().addListener((javafx.collections.ListChangeListener<ItemCard>) c -> again.run());
    model.hosts().addListener((javafx.collections.ListChangeListener<HostRecord>) c -> again.run());
    model
        .states()
        .addListener((javafx.collections.MapChangeListener<Cell, Object>) c -> again.run());
    model
        .plans()
        .addListener((javafx.collections.MapChangeListener<Cell, Object>) c -> again.run());
    model.focusProperty().addListener(o -> markFocus());
    model.lastProofProperty().addListener(o -> plan.show());
    fill();
  }

  private void askForHost() {
    if (content.getChildren().size() > 1) {
      return;
    }
    AddHostPane[] pane = new AddHostPane[1];
    pane[0] = new AddHostPane(model, picker, () -> content.getChildren().remove(pane[0]));
    StackPane.setAlignment(pane[0], Pos.TOP_RIGHT);
    StackPane.setMargin(pane[0], new javafx.geometry.Insets(12));
    content.getChildren().add(pane[0]);
  }

  private void fill() {
    head.getChildren().clear();
    VBox title =
        new VBox(
            2,
            Kit.label(Words.of("hosts.title"), "heading"),
            Kit.label(
                Words.of(
                    "hosts.facts",
                    model.items().size(),
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
    markFocus();
  }

  private double itemWidth() {
    return model.hosts().size() > 2 ? NARROW_ITEM : ITEM_WIDTH;
  }

  private static void wide(javafx.scene.layout.Region r, double points) {
    r.setMinWidth(points);
    r.setPrefWidth(points);
    r.setMaxWidth(points);
  }

  /** A row of the table; only those in sight exist. */
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
    }
  }

  private static Node head(HostRecord h) {
    FlowPane signs = new FlowPane(4, 4);
    String about = HostsModel.profile(h).map(p -> p.about()).orElse("");
    HostsModel.profile(h)
        .ifPresent(p -> p.signs().forEach(s -> signs.getChildren().add(Kit.label(s, "sign-word"))));
    signs.setPrefWrapLength(HOST_WIDTH);
    VBox v = new VBox(3, Kit.label(h.name(), "heading"), Kit.wrapped(about, "second"), signs);
    v.getStyleClass().add("fit-head");
    v.setMinWidth(HOST_WIDTH);
    v.setPrefWidth(HOST_WIDTH);
    Tooltip.install(v, new Tooltip(h.folder()));
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
    HBox h = new HBox(10, Images.view(pictures.of(s, Previews.Lit.USUAL), 38), words);
    h.setAlignment(Pos.CENTER_LEFT);
    h.setMinHeight(48);
    h.getStyleClass().add("fit-item");
    wide(h, itemWidth());
    return h;
  }

  private HBox cell(Cell c) {
    Signs.State sign = model.sign(c);
    HBox h = new HBox(7, Signs.state(sign), words(c, sign));
    h.setAlignment(Pos.CENTER_LEFT);
    h.setMinHeight(48);
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
    if (model.plans().containsKey(c)) {
      line.getChildren().add(Kit.label(Words.of("hosts.plan.new"), "second"));
    }
    if (sign == Signs.State.CANNOT) {
      String why = model.cannot(c).orElse("");
      Label l = Kit.label(why, "hint");
      l.setWrapText(true);
      l.setMaxHeight(ROW_HEIGHT - 6);
      Tooltip.install(l, new Tooltip(why));
      line.getChildren().add(l);
    }
    InstallationRecord i = model.installed(c).orElse(null);
    if (i != null) {
      Label resolution = Kit.label(i.resolution() == null ? "" : i.resolution());
      resolution.setMinWidth(Label.USE_PREF_SIZE);
      line.getChildren().add(resolution);
      if (sign != Signs.State.CURRENT) {
        line.getChildren()
            .add(
                Kit.label(
                    Signs.stateWords(sign), sign == Signs.State.OTHER ? "remark" : "attention"));
      }
      String files = Words.of("hosts.cell.files", i.files().size());
      if (i.proof() == null) {
        both.getChildren().add(Kit.label(files, "hint"));
      } else {
        long equal = i.proof().inputs().stream().filter(p -> p.equal()).count();
        both.getChildren()
            .add(
                Kit.label(
                    Words.of("hosts.cell.proved", equal, i.proof().inputs().size()) + " · " + files,
                    i.proof().ok() ? "hint" : "bad"));
      }
    }
    return both;
  }

  private void markFocus() {
    plan.show();
    list.refresh();
    Cell c = model.focusProperty().get();
    for (int i = 0; c != null && i < model.items().size(); i++) {
      if (model.items().get(i).id().equals(c.item())) {
        reveal(i);
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

  @Override
  public String name() {
    return Words.of("place.hosts");
  }

  @Override
  public Node header() {
    return header;
  }

  @Override
  public Node content() {
    return content;
  }

  @Override
  public ObservableValue<Number> attention() {
    return model.unsoundProperty();
  }

  @Override
  public ObservableValue<String> status() {
    return Bindings.createStringBinding(
        () ->
            Words.of(
                "hosts.status",
                model.installationCount(),
                model.installationCount() - model.unsoundProperty().get()),
        model.states(),
        model.items(),
        model.unsoundProperty());
  }

  @Override
  public String keys() {
    return Words.of("hosts.hint");
  }

  @Override
  public void opened() {
    fill();
    // Later: what lies in a scroll pane is in the scene only after its first layout.
    javafx.application.Platform.runLater(list::requestFocus);
  }

  @Override
  public void key(KeyEvent e) {
    switch (e.getCode()) {
      case UP -> model.move(-1, 0);
      case DOWN -> model.move(1, 0);
      case LEFT -> model.move(0, -1);
      case RIGHT -> model.move(0, 1);
      case SPACE -> {
        if (model.focusProperty().get() != null) {
          model.toggle(model.focusProperty().get());
        }
      }
      case ENTER -> model.install();
      case V -> model.check();
      case DELETE -> model.uninstall();
      case ESCAPE -> model.clear();
      default -> {
        return;
      }
    }
    e.consume();
  }
}
