package keepshelf.desktop.arrivals;

import java.util.List;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.PictureBox;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/**
 * The item that is looked at, lit as it will look, beside everything that was found about it; a
 * press on a finding shows its map large. It stands below the table where there is room for it.
 */
final class Glance extends HBox {
  private static final double PICTURE = 320;

  /** Below this height it would say too little. */
  static final double LEAST = PICTURE + 40;

  private final ArrivalsModel model;
  private final Pictures pictures;
  private final Runnable viewer;
  private final PictureBox picture = new PictureBox(PICTURE);
  private final VBox words = new VBox(6);
  private RecognisedItem wanted;
  private RecognisedItem shown;

  /** {@code viewer} shows the map that is looked at large. */
  Glance(ArrivalsModel model, Pictures pictures, Runnable viewer) {
    super(18);
    this.model = model;
    this.pictures = pictures;
    this.viewer = viewer;
    setId("glance");
    setPadding(new Insets(18, 14, 14, 14));
    words.setPadding(new Insets(0, 8, 0, 0));
    ScrollPane scroll = new ScrollPane(words);
    scroll.setFitToWidth(true);
    scroll.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    scroll.setFocusTraversable(false);
    scroll.getStyleClass().add("tag-scroll");
    HBox.setHgrow(scroll, Priority.ALWAYS);
    setAlignment(Pos.TOP_LEFT);
    getChildren().addAll(picture, scroll);
    visibleProperty().addListener(o -> fill());
  }

  /** Shows the item of the spot that is looked at, else the first of {@code r}. */
  void show(Recognition r, Spot spot) {
    RecognisedItem of = SortingTable.itemOf(r, spot);
    wanted = of != null ? of : r == null || r.items().isEmpty() ? null : r.items().getFirst();
    fill();
  }

  /** Nothing is rendered that there is no room for. */
  private void fill() {
    RecognisedItem item = wanted;
    if (!isVisible() || item == shown) {
      return;
    }
    shown = item;
    words.getChildren().clear();
    if (item == null) {
      picture.clear();
      return;
    }
    Optional<Double> tile = Optional.ofNullable(tile());
    picture.show(
        pictures.get(
            "glance|" + item.maps().hashCode() + "|" + item.kind() + "|" + tile,
            () -> Previews.of(item, tile.orElse(null), (int) (2 * PICTURE), null)));
    words.getChildren().add(Kit.wrapped(item.name(), "plate"));
    words
        .getChildren()
        .add(
            Kit.wrapped(
                tile.map(t ->
                        Words.of(
                            "arrivals.glance.tile",
                            new java.math.BigDecimal(t)
                                .round(new java.math.MathContext(3))
                                .stripTrailingZeros()
                                .toPlainString()))
                    .orElse(Words.of("arrivals.glance.tile.unknown")),
                "second"));
    List<Problem> found = item.problems();
    words
        .getChildren()
        .add(
            Kit.label(
                found.isEmpty()
                    ? Words.of("arrivals.glance.sound")
                    : Words.of("arrivals.glance.found", found.size()),
                "section"));
    found.forEach(p -> words.getChildren().add(finding(p, item)));
  }

  private Node finding(Problem p, RecognisedItem item) {
    RecognisedMap map =
        item.maps().stream().filter(m -> m.file().path().equals(p.path())).findFirst().orElse(null);
    Label said =
        Kit.wrapped(map == null ? p.message() : line(p, map), "finding", MapViewer.severity(p));
    VBox box = new VBox(1, said);
    if (p.proposal() != null) {
      box.getChildren().add(Kit.wrapped(p.proposal(), "hint-readable"));
    }
    if (map != null) {
      box.getStyleClass().add("look-map");
      box.setAccessibleText(Words.of("arrivals.viewer.open") + ": " + p.message());
      box.setOnMouseClicked(e -> {
        model.sorting().look(new Spot(item.key(), map, null));
        viewer.run();
      });
    }
    return box;
  }

  /** A finding behind the role of its map; a file's name stays as it is. */
  static String line(Problem p, RecognisedMap map) {
    String s = MapViewer.said(p, map);
    boolean named = s.startsWith(map.file().name());
    return map.role().title()
        + ": "
        + (named ? s : Character.toLowerCase(s.charAt(0)) + s.substring(1));
  }

  private Double tile() {
    ArrivalEntry e = model.chosenProperty().get();
    var a = e == null ? null : e.arrivalProperty().get();
    return a == null
        ? null
        : a.text().tileMetres() != null ? a.text().tileMetres() : a.recognition().tileMetres();
  }
}
