package keepshelf.desktop.hosts;

import java.util.HashMap;
import java.util.Map;
import javafx.beans.binding.Bindings;
import javafx.beans.value.ObservableValue;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.HostRecord;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.desktop.Words;
import keepshelf.desktop.hosts.HostsModel.Cell;
import keepshelf.desktop.kit.FilePicker;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.Signs;
import keepshelf.desktop.shell.Place;
import keepshelf.desktop.work.Pictures;

/** The fitting table with plan and proof below. */
public final class HostsView implements Place {
  private static final double ITEM_WIDTH = 330;
  private static final double NARROW_ITEM = 232;
  private static final double HOST_WIDTH = 150;

  private final HostsModel model;
  private final Shelf shelf;
  private final Pictures pictures;
  private final FilePicker picker;
  private final HBox header = new HBox(10);
  private final GridPane table = new GridPane();
  private final ScrollPane scroll = new ScrollPane(table);
  private final StackPane content = new StackPane();
  private final PlanPane plan;
  private final Map<Cell, HBox> cells = new HashMap<>();

  /** Shows {@code model}; {@code picker} asks for a host's folder. */
  public HostsView(HostsModel model, Shelf shelf, Pictures pictures, FilePicker picker) {
    this.model = model;
    this.shelf = shelf;
    this.pictures = pictures;
    this.picker = picker;
    this.plan = new PlanPane(model, shelf, pictures);
    var check = Kit.button(Words.of("hosts.check"), model::check);
    var add = Kit.button(Words.of("hosts.add"), this::askForHost);
    add.setId("add-host");
    header.getChildren().addAll(Kit.spring(), check, add);
    header.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(header, Priority.ALWAYS);
    scroll.setFitToWidth(true);
    scroll.getStyleClass().add("sheet");
    table.getStyleClass().add("sheet");
    BorderPane all = new BorderPane(scroll);
    all.setBottom(plan);
    content.getChildren().add(all);
    Runnable again = this::fill;
    model
        .items()
        .addListener((javafx.collections.ListChangeListener<ShelvedItem>) c -> again.run());
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
    table.getChildren().clear();
    table.getColumnConstraints().clear();
    cells.clear();
    VBox head =
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
    head.getStyleClass().add("fit-head");
    head.setMinWidth(model.hosts().size() > 2 ? NARROW_ITEM : ITEM_WIDTH);
    head.setMaxWidth(Double.MAX_VALUE);
    table.add(head, 0, 0);
    for (int h = 0; h < model.hosts().size(); h++) {
      Node host = head(model.hosts().get(h));
      GridPane.setHgrow(host, Priority.ALWAYS);
      table.add(host, h + 1, 0);
    }
    for (int r = 0; r < model.items().size(); r++) {
      table.add(item(model.items().get(r)), 0, r + 1);
      for (int h = 0; h < model.hosts().size(); h++) {
        table.add(
            cell(new Cell(model.items().get(r).item().id(), model.hosts().get(h).name())),
            h + 1,
            r + 1);
      }
    }
    markFocus();
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

  private Node item(ShelvedItem s) {
    String key =
        "card|" + s.item().id() + "|" + s.item().tileMetres() + "|" + s.item().maps().hashCode();
    Label name = Kit.label(s.item().name(), "strong");
    Label from =
        Kit.label(
            (s.pack().source() == null ? Words.of("shelf.nosource") : s.pack().source())
                + (s.pack().version() == null ? "" : " · v" + s.pack().version()),
            "second");
    VBox words = new VBox(1, name, from);
    words.setAlignment(Pos.CENTER_LEFT);
    HBox h =
        new HBox(10, Images.view(pictures.get(key, () -> shelf.previews().of(s, 256)), 38), words);
    h.setAlignment(Pos.CENTER_LEFT);
    h.setMinHeight(48);
    h.getStyleClass().add("fit-item");
    return h;
  }

  private Node cell(Cell c) {
    Signs.State sign = model.sign(c);
    HBox h = new HBox(7, Signs.state(sign), words(c, sign));
    h.setAlignment(Pos.CENTER_LEFT);
    h.setMinHeight(48);
    h.getStyleClass().add("fit-cell");
    if (model.plans().containsKey(c)) {
      h.getStyleClass().add("chosen");
    }
    h.setOnMouseClicked(e -> {
      scroll.requestFocus();
      if (model.installed(c).isPresent()
          && !model.plans().containsKey(c)
          && e.getClickCount() < 2) {
        model.focusProperty().set(c);
      } else {
        model.toggle(c);
      }
    });
    h.setAccessibleText(Signs.stateWords(sign));
    cells.put(c, h);
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
    cells.forEach((c, n) ->
        n.setStyle(
            c.equals(model.focusProperty().get())
                ? "-fx-border-color: -ks-spruce; -fx-border-width: 1;"
                : ""));
    plan.show();
    HBox n = cells.get(model.focusProperty().get());
    double all = table.getHeight();
    double seen = scroll.getViewportBounds().getHeight();
    if (n != null && all > seen && seen > 0) {
      double top = scroll.getVvalue() * (all - seen);
      double y = n.getBoundsInParent().getMinY();
      if (y < top || y + 48 > top + seen) {
        scroll.setVvalue(Math.clamp((y - seen / 2) / (all - seen), 0, 1));
      }
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
    scroll.requestFocus();
    fill();
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
