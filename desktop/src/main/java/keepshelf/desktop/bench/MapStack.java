package keepshelf.desktop.bench;

import java.util.List;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.making.MakeMenu;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/** The maps of the edition that lies on the bench, one below the other; one can be chosen. */
final class MapStack extends ScrollPane {
  private static final double THUMB = 46;

  private final BenchModel model;
  private final NumbersBox numbers;
  private final Pictures pictures;
  private final VBox rows = new VBox(8);
  private final ToggleGroup chosen = new ToggleGroup();
  private final MenuButton make = new MenuButton(Words.of("make.menu"));
  private BiConsumer<List<ShelvedItem>, Set<MapRole>> makeMaps = (items, roles) -> {};
  private Consumer<ShelvedItem> lay = item -> {};
  private ShelvedItem shown;

  /** {@code choose} is told of the map that a person wants to see by itself. */
  MapStack(BenchModel model, WorkList work, Pictures pictures, Consumer<MapRecord> choose) {
    this.model = model;
    numbers = new NumbersBox(model, work);
    this.pictures = pictures;
    rows.setPadding(new Insets(12, 10, 12, 10));
    setContent(rows);
    setFitToWidth(true);
    setHbarPolicy(ScrollBarPolicy.NEVER);
    setId("bench-maps");
    setAccessibleText(Words.of("bench.maps"));
    make.setId("bench-make");
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

  /** What makes missing maps of items, and what lays units of one. */
  void onMake(BiConsumer<List<ShelvedItem>, Set<MapRole>> maps, Consumer<ShelvedItem> units) {
    makeMaps = maps;
    lay = units;
  }

  /** Shows the maps of an edition. */
  void show(ShelvedItem s, String resolution) {
    chosen.selectToggle(null);
    rows.getChildren().setAll(Kit.label(Words.of("bench.maps"), "section"));
    for (MapRecord m : s.item().mapsAt(resolution)) {
      rows.getChildren().add(row(s, m));
    }
    make.getItems()
        .setAll(MakeMenu.entries(List.of(s), roles -> makeMaps.accept(List.of(s), roles)));
    MenuItem units = new MenuItem(Words.of("tag.lay"));
    units.setOnAction(e -> lay.accept(s));
    make.getItems().add(units);
    rows.getChildren().addAll(make, numbers);
    shown = s;
  }

  /** Says a map in numbers; null for none. */
  void number(MapRecord m) {
    numbers.show(shown, m);
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
    var file = model.shelf().folder().resolve(s.path(m));
    VBox words =
        new VBox(
            2,
            Kit.label(m.role().title(), "strong"),
            Kit.label(
                m.recipe() != null
                    ? Words.of("make.made")
                    : Words.of(m.role().colour() ? "bench.map.colour" : "bench.map.data", m.bits()),
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
