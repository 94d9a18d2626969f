package keepshelf.desktop.arrivals;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import javafx.geometry.Point2D;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.intake.Arrival;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.LooseFile;
import keepshelf.core.recognise.RecognisedItem;
import keepshelf.core.recognise.Recognition;
import keepshelf.desktop.Words;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.work.Pictures;

/**
 * A row per item, a column per role, a picture in each cell; the tray below. Pictures can be moved.
 */
final class SortingTable extends BorderPane {
  private static final double NAME_WIDTH = 118;
  private static final double[] WIDTHS = {66, 70, 66, 66, 66, 66, 58, 58};

  /** A packed picture needs room for the words beside it. */
  private static final double PACKED_WIDTH = 138;

  private final ArrivalsModel model;
  private final Pictures pictures;
  private final VBox rows = new VBox();
  private final VBox top = new VBox(4);
  private final HBox tray = new HBox(24);
  private final List<MapCell> cells = new ArrayList<>();

  /** Where a moved picture can land: a cell of an item and column. */
  private final Map<Node, Object[]> targets = new LinkedHashMap<>();

  private Node target;
  private MapCell moving;
  private Point2D from;
  private boolean packed;

  SortingTable(ArrivalsModel model, Pictures pictures) {
    this.model = model;
    this.pictures = pictures;
    getStyleClass().add("sheet");
    ScrollPane scroll = new ScrollPane(rows);
    scroll.setFitToWidth(true);
    scroll.setFocusTraversable(false);
    setTop(top);
    setCenter(scroll);
    tray.getStyleClass().add("tray");
    setBottom(tray);
    followMoving();
    model.spotProperty().addListener(o -> mark());
  }

  /** Shows an arrival, or what stands in its stead. */
  void show(ArrivalEntry e) {
    cells.clear();
    targets.clear();
    top.getChildren().clear();
    rows.getChildren().clear();
    tray.getChildren().clear();
    tray.setVisible(false);
    if (e == null) {
      middle(Kit.wrapped(Words.of("arrivals.empty"), "empty"));
      return;
    }
    Arrival a = e.arrivalProperty().get();
    if (a == null) {
      middle(Kit.wrapped(e.name() + "\n\n" + Words.of("arrivals.reading"), "empty"));
      return;
    }
    head(e, a);
    packed =
        a.recognition().items().stream()
            .flatMap(i -> i.maps().stream())
            .anyMatch(m -> m.channels() != null);
    a.problems()
        .forEach(p -> rows.getChildren().add(problem(p.message().replace(a.path(), e.name()))));
    a.recognition().problems().forEach(p -> rows.getChildren().add(problem(p.message())));
    if (!a.recognition().items().isEmpty()) {
      rows.getChildren().add(columnHeads());
    }
    for (RecognisedItem i : a.recognition().items()) {
      rows.getChildren().add(row(i));
    }
    if (!a.failed()) {
      fillTray(a.recognition());
    }
    mark();
  }

  private void middle(Label text) {
    text.setMaxWidth(460);
    StackPane p = new StackPane(text);
    p.setMinHeight(420);
    rows.getChildren().add(p);
  }

  private static Node problem(String text) {
    Label l = Kit.wrapped(text, "bad");
    HBox box = new HBox(l);
    box.setStyle("-fx-padding: 8 14 8 14;");
    return box;
  }

  private void head(ArrivalEntry e, Arrival a) {
    Label name = Kit.label(e.name(), "heading");
    name.setMinWidth(120);
    Recognition r = a.recognition();
    long bytes =
        r.items().stream()
                .flatMap(i -> i.maps().stream())
                .mapToLong(m -> Math.max(0, m.file().size()))
                .sum()
            + r.loose().stream().mapToLong(l -> Math.max(0, l.file().size())).sum();
    int files = r.items().stream().mapToInt(i -> i.maps().size()).sum() + r.loose().size();
    HBox line =
        new HBox(
            12,
            name,
            Kit.label(Words.of("arrivals.facts", files, Words.bytes(bytes)), "second"),
            Kit.spring());
    var dismiss = Kit.button(Words.of("arrivals.dismiss"), () -> model.dismiss(e), "quiet");
    dismiss.setTooltip(new javafx.scene.control.Tooltip(Words.of("arrivals.dismiss.tip")));
    line.getChildren().add(dismiss);
    line.setAlignment(Pos.BASELINE_LEFT);
    line.setStyle("-fx-padding: 10 14 6 14;");
    top.getChildren().add(line);
  }

  private Node columnHeads() {
    HBox h = new HBox();
    h.getStyleClass().addAll("table-row", "head");
    h.setMinHeight(24);
    h.setAlignment(Pos.CENTER_LEFT);
    Label first = Kit.label(Words.of("arrivals.material"), "column-head");
    first.setMinWidth(NAME_WIDTH);
    first.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(first, Priority.ALWAYS);
    h.getChildren().add(first);
    for (Column c : Column.values()) {
      Label l = Kit.label(c.title(), "column-head");
      l.setMinWidth(width(c));
      l.setMaxWidth(width(c));
      l.setAlignment(Pos.CENTER);
      h.getChildren().add(l);
    }
    return h;
  }

  private Node row(RecognisedItem item) {
    HBox h = new HBox();
    h.getStyleClass().add("table-row");
    h.setMinHeight(66);
    h.setAlignment(Pos.CENTER_LEFT);
    VBox name = new VBox(2, Kit.wrapped(item.name(), "strong"), Kit.wrapped(facts(item), "hint"));
    name.setAlignment(Pos.CENTER_LEFT);
    name.setMinWidth(NAME_WIDTH);
    name.setPrefWidth(NAME_WIDTH);
    name.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(name, Priority.ALWAYS);
    h.getChildren().add(name);
    for (Column c : Column.values()) {
      List<Spot> spots =
          item.maps().stream()
              .filter(m -> Column.of(m.role()) == c)
              .map(m -> new Spot(item.key(), m, null))
              .toList();
      StackPane cell = new StackPane(spots.isEmpty() ? nothing(item, c) : pictures(spots));
      cell.setMinWidth(width(c));
      cell.setPrefWidth(width(c));
      cell.setMaxWidth(width(c));
      cell.setMinHeight(64);
      targets.put(cell, new Object[] {item.key(), c.main()});
      h.getChildren().add(cell);
    }
    return h;
  }

  private double width(Column c) {
    return c == Column.ROUGH && packed ? PACKED_WIDTH : WIDTHS[c.ordinal()];
  }

  private static String facts(RecognisedItem item) {
    String editions =
        item.maps().stream()
            .map(m ->
                (m.resolution() == null ? "" : m.resolution() + " ")
                    + String.valueOf(m.format()).toUpperCase(Locale.ROOT))
            .distinct()
            .limit(3)
            .collect(Collectors.joining(", "));
    return editions
        + " · "
        + (item.kind() == ItemKind.MATERIAL
            ? item.workflow().title()
            : item.kind().id().replace('-', ' '));
  }

  /** One picture, or the first with the number of others; a packed one says its channels. */
  private Node pictures(List<Spot> spots) {
    HBox box = new HBox(0);
    box.setAlignment(Pos.CENTER);
    for (Spot s : spots) {
      MapCell cell =
          new MapCell(s, s.map().file().onDisk(), spots.size() == 1 ? MapCell.SIDE : 42, pictures);
      cells.add(cell);
      movable(cell);
      box.getChildren().add(cell);
      if (s.map().channels() != null) {
        VBox words = new VBox(0);
        words.setAlignment(Pos.CENTER_LEFT);
        words.setStyle("-fx-padding: 0 4 0 3;");
        for (Map.Entry<String, MapRole> c : s.map().channels().roles().entrySet()) {
          Label word =
              Kit.label(
                  c.getKey().toUpperCase(Locale.ROOT)
                      + " "
                      + c.getValue().title().toLowerCase(Locale.ROOT),
                  "hint");
          word.setMinWidth(Label.USE_PREF_SIZE);
          words.getChildren().add(word);
        }
        box.getChildren().add(words);
      }
    }
    return box;
  }

  private static Node nothing(RecognisedItem item, Column c) {
    boolean packed =
        item.maps().stream()
            .anyMatch(m ->
                m.channels() != null
                    && m.channels().roles().values().stream().anyMatch(r -> Column.of(r) == c));
    if (packed) {
      return Kit.label(Words.of("arrivals.inpacked"), "hint");
    }
    boolean missing =
        item.problems().stream()
            .anyMatch(p ->
                p.code().equals("missing-map") && p.role() != null && Column.of(p.role()) == c);
    if (!missing) {
      return Kit.label("–", "second");
    }
    Label l = Kit.label(Words.of("arrivals.missing"), "missing");
    l.setMinSize(MapCell.SIDE, MapCell.SIDE);
    l.setAlignment(Pos.CENTER);
    return l;
  }

  private void fillTray(Recognition r) {
    tray.setVisible(true);
    Map<LooseFile.Sort, Integer> count = new LinkedHashMap<>();
    r.loose().forEach(l -> count.merge(l.sort(), 1, Integer::sum));
    List<String> kept = new ArrayList<>();
    for (LooseFile l : r.loose()) {
      if (l.sort() == LooseFile.Sort.DOCUMENT
          || l.sort() == LooseFile.Sort.MATERIAL_DOCUMENT
          || l.sort() == LooseFile.Sort.SCENE
          || l.sort() == LooseFile.Sort.OTHER) {
        kept.add(l.file().name());
      }
    }
    if (kept.size() > 4) {
      kept =
          new ArrayList<>(List.of(kept.get(0), kept.get(1), kept.get(2), "+" + (kept.size() - 3)));
    }
    int previews = count.getOrDefault(LooseFile.Sort.PREVIEW, 0);
    if (previews > 0) {
      kept.add(previews + (previews == 1 ? " preview" : " previews"));
    }
    int junk = count.getOrDefault(LooseFile.Sort.JUNK, 0);
    tray.getChildren()
        .add(
            part(
                Words.of("arrivals.kept"),
                Kit.wrapped(
                    kept.isEmpty() ? Words.of("arrivals.nothing") : String.join(" · ", kept),
                    "second")));
    tray.getChildren()
        .add(
            part(
                Words.of("arrivals.aside"),
                Kit.label(
                    junk == 0
                        ? Words.of("arrivals.nothing")
                        : junk + (junk == 1 ? " system file" : " system files"),
                    "second")));
    FlowPane unplaced = new FlowPane(4, 4);
    for (LooseFile l : r.loose()) {
      if (l.sort() == LooseFile.Sort.UNKNOWN_IMAGE && unplaced.getChildren().size() < 12) {
        MapCell cell =
            new MapCell(new Spot(null, null, l.file().path()), l.file().onDisk(), 40, pictures);
        cells.add(cell);
        movable(cell);
        unplaced.getChildren().add(cell);
      }
    }
    if (!unplaced.getChildren().isEmpty()) {
      VBox p = part(Words.of("arrivals.unplaced"), unplaced);
      HBox.setHgrow(p, Priority.ALWAYS);
      tray.getChildren().add(p);
    }
  }

  private static VBox part(String title, Node body) {
    VBox v = new VBox(3, Kit.label(title, "section"), body);
    v.setMinWidth(90);
    return v;
  }

  /** Choosing by a press; what follows is followed by the table itself. */
  private void movable(MapCell cell) {
    cell.setOnMousePressed(e -> {
      moving = e.getButton() == MouseButton.SECONDARY ? null : cell;
      from = new Point2D(e.getSceneX(), e.getSceneY());
      model.spotProperty().set(cell.spot());
      requestFocus();
      e.consume();
    });
  }

  /**
   * Moving a pressed picture to another cell. Own dragging, listened to on the whole table, so that
   * it works on every platform.
   */
  private void followMoving() {
    addEventFilter(
        MouseEvent.MOUSE_DRAGGED,
        e -> {
          if (moving != null && from.distance(e.getSceneX(), e.getSceneY()) > 6) {
            moving.setOpacity(0.6);
            light(at(e.getSceneX(), e.getSceneY()));
          }
        });
    addEventFilter(
        MouseEvent.MOUSE_RELEASED,
        e -> {
          MapCell moved = moving;
          Node to = target;
          moving = null;
          light(null);
          if (moved != null) {
            moved.setOpacity(1);
            if (to != null) {
              Object[] t = targets.get(to);
              model.place(moved.spot().path(), (String) t[0], (MapRole) t[1]);
            }
          }
        });
  }

  private Node at(double x, double y) {
    for (Node n : targets.keySet()) {
      if (n.getScene() != null && n.localToScene(n.getBoundsInLocal()).contains(x, y)) {
        return n;
      }
    }
    return null;
  }

  private void light(Node n) {
    if (target != null) {
      target.setStyle("");
    }
    target = n;
    if (n != null) {
      n.setStyle("-fx-background-color: -ks-spruce-soft;");
    }
  }

  private void mark() {
    Spot s = model.spotProperty().get();
    for (MapCell c : cells) {
      c.choose(s != null && c.spot().path().equals(s.path()));
    }
  }

  /** The maps of the chosen arrival, for the picture of the item that a spot belongs to. */
  static RecognisedItem itemOf(Recognition r, Spot s) {
    return r == null || s == null || s.item() == null
        ? null
        : r.items().stream().filter(i -> i.key().equals(s.item())).findFirst().orElse(null);
  }
}
