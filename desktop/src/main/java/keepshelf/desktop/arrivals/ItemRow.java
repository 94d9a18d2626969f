package keepshelf.desktop.arrivals;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import keepshelf.core.duplicates.ItemTwins;
import keepshelf.core.making.Making;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.making.MakeLater;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/** One item in the sorting table: its name, and a cell with pictures for every column. */
final class ItemRow extends ListCell<RecognisedItem> {
  static final double NAME_WIDTH = 118;
  private static final double[] WIDTHS = {66, 70, 66, 66, 66, 66, 58, 58};

  /** A packed picture needs room for the words beside it. */
  private static final double PACKED_WIDTH = 138;

  /** The most that a row takes, with its line and the frame of what is looked at, in points. */
  static final double HEIGHT = 71;

  /** More pictures of one role are counted. */
  private static final int MOST = 3;

  private final SortingModel model;
  private final Pictures pictures;
  private final MapMover mover;
  private final Node focus;
  private final List<MapCell> cells = new ArrayList<>();
  private boolean packed;

  ItemRow(SortingModel model, Pictures pictures, MapMover mover, Node focus) {
    this.model = model;
    this.pictures = pictures;
    this.mover = mover;
    this.focus = focus;
    getStyleClass().add("item-row");
    // As wide as the list: a bar for the width would take the room of the last row.
    setPrefWidth(0);
    model.spotProperty().addListener(o -> mark());
    model.marked().addListener((javafx.collections.SetChangeListener<String>) c -> mark());
  }

  static double width(Column c, boolean packed) {
    return c == Column.ROUGH && packed ? PACKED_WIDTH : WIDTHS[c.ordinal()];
  }

  /** Whether any item of the table has packed maps, which take more room. */
  void packed(boolean any) {
    packed = any;
  }

  @Override
  protected void updateItem(RecognisedItem item, boolean empty) {
    super.updateItem(item, empty);
    cells.clear();
    setText(null);
    setGraphic(empty || item == null ? null : row(item));
    mark();
  }

  private Node row(RecognisedItem item) {
    HBox h = new HBox();
    h.getStyleClass().add("table-row");
    h.setMinHeight(66);
    h.setAlignment(Pos.CENTER_LEFT);
    VBox name = new VBox(2, Kit.wrapped(item.name(), "strong"), Kit.wrapped(facts(item), "hint"));
    ItemTwins twin = model.twin(item.key());
    if (twin != null) {
      Label known =
          Kit.wrapped(Words.of("arrivals.twin", twin.b().item().name()), "finding", "remark");
      known.setTooltip(new Tooltip(String.join("\n", twin.reasons())));
      name.getChildren().add(known);
    }
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
      double width = width(c, packed);
      cell.setMinWidth(width);
      cell.setPrefWidth(width);
      cell.setMaxWidth(width);
      cell.setMinHeight(64);
      mover.target(cell, item.key(), c.main());
      h.getChildren().add(cell);
    }
    return h;
  }

  private static String facts(RecognisedItem item) {
    List<String> editions =
        item.maps().stream()
            .map(m ->
                (m.resolution() == null ? "" : m.resolution() + " ")
                    + String.valueOf(m.format()).toUpperCase(Locale.ROOT))
            .distinct()
            .toList();
    String shown = editions.stream().limit(3).collect(Collectors.joining(", "));
    long tiles = item.maps().stream().map(m -> m.tile()).filter(t -> t != null).distinct().count();
    return shown
        + (editions.size() > 3 ? ", +" + (editions.size() - 3) : "")
        + (tiles > 1 ? " · " + Words.of("arrivals.tiles", tiles) : "")
        + (shown.isEmpty() ? "" : " · ")
        + (item.kind() == ItemKind.MATERIAL
            ? item.workflow().title()
            : item.kind().id().replace('-', ' '));
  }

  /** One picture large, several small, many counted; a packed one says its channels. */
  private Node pictures(List<Spot> spots) {
    HBox box = new HBox(0);
    box.setAlignment(Pos.CENTER);
    List<Spot> shown = visible(spots);
    double side = spots.size() == 1 ? MapCell.SIDE : spots.size() == 2 ? 28 : 24;
    for (Spot s : shown) {
      MapCell cell = new MapCell(s, s.map().file().onDisk(), side, pictures);
      cells.add(cell);
      mover.movable(cell, focus);
      box.getChildren().add(cell);
      boolean apart = s.map().role() == MapRole.PACKED && s.map().channels() != null;
      if (apart && spots.size() == 1) {
        box.getChildren().add(channels(s));
      }
    }
    if (spots.size() <= shown.size()) {
      return box;
    }
    VBox both =
        new VBox(0, box, Kit.label(Words.of("arrivals.more", spots.size() - shown.size()), "hint"));
    both.setAlignment(Pos.CENTER);
    return both;
  }

  /** The first few, and always the one that is looked at. */
  private List<Spot> visible(List<Spot> spots) {
    int most = spots.size() <= MOST - 1 ? spots.size() : MOST - 1;
    List<Spot> out = new ArrayList<>(spots.subList(0, most));
    Spot looked = model.spotProperty().get();
    if (looked != null && !out.contains(looked) && spots.contains(looked)) {
      out.set(out.size() - 1, looked);
    }
    return out;
  }

  private static Node channels(Spot s) {
    VBox words = new VBox(0);
    words.setAlignment(Pos.CENTER_LEFT);
    words.setStyle("-fx-padding: 0 4 0 3;");
    for (Map.Entry<String, MapRole> c : s.map().channels().roles().entrySet()) {
      Label word =
          Kit.label(c.getKey().toUpperCase(Locale.ROOT) + " " + c.getValue().inSentence(), "hint");
      word.setMinWidth(Label.USE_PREF_SIZE);
      words.getChildren().add(word);
    }
    return words;
  }

  private Node nothing(RecognisedItem item, Column c) {
    boolean inPacked =
        item.maps().stream()
            .anyMatch(m ->
                m.channels() != null
                    && m.channels().roles().values().stream().anyMatch(r -> Column.of(r) == c));
    if (inPacked) {
      boolean alpha =
          item.maps().stream()
              .anyMatch(m -> m.role() == MapRole.BASE_COLOUR && m.channels() != null);
      return Kit.label(
          Words.of(alpha && c == Column.OPACITY ? "arrivals.inalpha" : "arrivals.inpacked"),
          "hint");
    }
    boolean missing =
        item.problems().stream()
            .anyMatch(p ->
                p.code().equals("missing-map") && p.role() != null && Column.of(p.role()) == c);
    Optional<Making.Missing> make =
        item.kind() == ItemKind.MATERIAL && c != Column.OTHER && model.make() != null
            ? Making.missing(roles(item)).stream().filter(m -> m.role() == c.main()).findFirst()
            : Optional.empty();
    if (make.isPresent()) {
      return makes(item, make.get(), missing);
    }
    if (!missing) {
      return Kit.label("–", "second");
    }
    Label l = Kit.label(Words.of("arrivals.missing"), "missing");
    l.setMinSize(MapCell.SIDE, MapCell.SIDE);
    l.setAlignment(Pos.CENTER);
    return l;
  }

  private static Set<MapRole> roles(RecognisedItem item) {
    Set<MapRole> out = EnumSet.noneOf(MapRole.class);
    item.maps()
        .forEach(m -> {
          out.add(m.role());
          if (m.channels() != null) {
            out.addAll(m.channels().roles().values());
          }
        });
    return out;
  }

  /** An empty cell that offers to make its map when the pack is filed. */
  private Node makes(RecognisedItem item, Making.Missing m, boolean missing) {
    MakeLater make = model.make();
    ToggleButton b = new ToggleButton();
    b.setSelected(make.isWished(item.key(), m.role()));
    b.setId("make-" + item.key() + "-" + m.role().id());
    b.getStyleClass().addAll("cell-make", missing ? "cell-missing" : "cell-open");
    Runnable word =
        () ->
            b.setText(
                Words.of(
                    b.isSelected()
                        ? "arrivals.made"
                        : missing ? "arrivals.missing.make" : "arrivals.make"));
    word.run();
    String how =
        Words.of(
            m.isGuess() ? "arrivals.make.guess" : "arrivals.make.how",
            m.role().title(),
            m.of().inSentence());
    b.setTooltip(new Tooltip(how));
    b.setAccessibleText(how);
    b.setOnAction(e -> {
      make.wish(item.key(), m.role(), b.isSelected());
      word.run();
    });
    return b;
  }

  private void mark() {
    Spot s = model.spotProperty().get();
    boolean hidden =
        s != null
            && getItem() != null
            && getItem().key().equals(s.item())
            && cells.stream().noneMatch(c -> c.spot().path().equals(s.path()));
    if (hidden) {
      cells.clear();
      setGraphic(row(getItem()));
    }
    for (MapCell c : cells) {
      boolean looked = s != null && c.spot().path().equals(s.path());
      c.choose(looked, model.marked().contains(c.spot().path()));
    }
  }
}
