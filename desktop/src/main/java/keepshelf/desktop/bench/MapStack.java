package keepshelf.desktop.bench;

import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;

/** The maps of the edition that lies on the bench, one below the other; one can be chosen. */
final class MapStack extends ScrollPane {
  private static final double THUMB = 46;

  private final Shelf shelf;
  private final Pictures pictures;
  private final VBox rows = new VBox(8);
  private final ToggleGroup chosen = new ToggleGroup();

  /** {@code choose} is told of the map that a person wants to see by itself. */
  MapStack(Shelf shelf, Pictures pictures, Consumer<MapRecord> choose) {
    super();
    this.shelf = shelf;
    this.pictures = pictures;
    rows.setPadding(new Insets(12, 10, 12, 10));
    setContent(rows);
    setFitToWidth(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setId("bench-maps");
    setAccessibleText(Words.of("bench.maps"));
    setPrefWidth(176);
    setMinWidth(176);
    chosen
        .selectedToggleProperty()
        .addListener((o, was, is) -> {
          if (is != null) {
            choose.accept((MapRecord) is.getUserData());
          }
        });
  }

  /** Shows the maps of an edition. */
  void show(ShelvedItem s, String resolution) {
    chosen.selectToggle(null);
    rows.getChildren().setAll(Kit.label(Words.of("bench.maps"), "section"));
    for (MapRecord m : s.item().mapsAt(resolution)) {
      rows.getChildren().add(row(s, m));
    }
  }

  /** The map that shows most: the base colour, else the first. */
  static MapRecord first(ShelvedItem s, String resolution) {
    var maps = s.item().mapsAt(resolution);
    return maps.stream()
        .filter(m -> m.role() == MapRole.BASE_COLOUR)
        .findFirst()
        .orElse(maps.isEmpty() ? null : maps.getFirst());
  }

  private ToggleButton row(ShelvedItem s, MapRecord m) {
    var file = shelf.folder().resolve(s.path(m));
    VBox words =
        new VBox(
            2,
            Kit.label(m.role().title(), "strong"),
            Kit.label(
                Words.of(m.role().colour() ? "bench.map.colour" : "bench.map.data", m.bits()),
                "hint"));
    HBox h = new HBox(9, Images.view(pictures.thumbnail(file, 96), THUMB), words);
    h.setAlignment(Pos.CENTER_LEFT);
    ToggleButton b = new ToggleButton();
    b.setGraphic(h);
    b.setUserData(m);
    b.setToggleGroup(chosen);
    b.setMaxWidth(Double.MAX_VALUE);
    b.setAccessibleText(m.role().title());
    b.setId("bench-map-" + m.role().id());
    b.getStyleClass().add("bench-map");
    return b;
  }

  /** No map is chosen any more. */
  void clear() {
    chosen.selectToggle(null);
  }
}
