package keepshelf.desktop.arrivals;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;
import keepshelf.core.inspect.Spots;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.preview.Previews;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.desktop.kit.Images;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Pictures;
import keepshelf.desktop.work.WorkList;

/** One map large, with its checks; a check shows its spot. Whole or one to one. */
final class MapViewer extends BorderPane {
  private static final double SIDE = 620;

  private final ArrivalsModel model;
  private final Pictures pictures;
  private final WorkList work;
  private final StackPane picture = new StackPane();
  private final Pane marks = new Pane();
  private final VBox side = new VBox(8);
  private final Label scale = Kit.label("", "hint");
  private RecognisedMap map;
  private Spots.Region region;
  private boolean pixels;

  MapViewer(ArrivalsModel model, Pictures pictures, WorkList work) {
    this.model = model;
    this.pictures = pictures;
    this.work = work;
    getStyleClass().add("sheet");
    setId("map-viewer");
    marks.setMaxSize(SIDE, SIDE);
    marks.setMouseTransparent(true);
    marks.setPickOnBounds(false);
    StackPane surround = new StackPane(picture, marks);
    surround.getStyleClass().add("surround");
    VBox middle = new VBox(6, surround, scale);
    middle.setAlignment(Pos.CENTER);
    setCenter(middle);
    ScrollPane scroll = new ScrollPane(side);
    scroll.setFitToWidth(true);
    scroll.setFocusTraversable(false);
    side.setPadding(new Insets(14));
    side.setPrefWidth(300);
    scroll.setPrefWidth(310);
    scroll.setMinWidth(310);
    setRight(scroll);
    setVisible(false);
    setManaged(false);
    model
        .sorting()
        .spotProperty()
        .addListener(o -> {
          if (isVisible()) {
            open();
          }
        });
  }

  /** Opens on the picture that is looked at, when that has a place in an item. */
  void open() {
    Spot s = model.sorting().spotProperty().get();
    if (s == null || s.map() == null) {
      close();
      return;
    }
    map = s.map();
    region = null;
    setVisible(true);
    setManaged(true);
    fill(SortingTable.itemOf(model.recognition(), s));
    show();
  }

  void close() {
    setVisible(false);
    setManaged(false);
  }

  /** Its keys while it is open; consumes what it uses. */
  void key(KeyEvent e) {
    if (e.getCode() == KeyCode.ESCAPE || e.getCode() == KeyCode.SPACE) {
      close();
      e.consume();
    } else if (e.getCode() == KeyCode.DIGIT1) {
      pixels = !pixels;
      show();
      e.consume();
    }
  }

  private void fill(RecognisedItem item) {
    side.getChildren().clear();
    side.getChildren().add(Kit.wrapped(title(map, item), "heading"));
    side.getChildren().add(Kit.wrapped(map.file().name(), "mono"));
    map.file()
        .info()
        .ifPresent(i ->
            side.getChildren()
                .add(
                    Kit.wrapped(
                        String.format(
                            Locale.ROOT,
                            "%,d × %,d · %d bit · %s",
                            i.width(),
                            i.height(),
                            i.bits(),
                            i.format().id().toUpperCase(Locale.ROOT)),
                        "second")));
    side.getChildren().add(Kit.label(Words.of("arrivals.checks"), "section"));
    List<Problem> own =
        item == null
            ? List.of()
            : item.problems().stream().filter(p -> map.file().path().equals(p.path())).toList();
    if (own.isEmpty()) {
      side.getChildren().add(Kit.label(Words.of("arrivals.checks.none"), "good"));
    }
    own.forEach(p -> side.getChildren().add(check(p)));
    side.getChildren().add(Kit.spring());
    side.getChildren().add(Kit.wrapped(Words.of("arrivals.viewer.keys"), "hint"));
    side.getChildren().add(Kit.button(Words.of("arrivals.viewer.close"), this::close));
  }

  private Node check(Problem p) {
    Label text = Kit.wrapped(said(p, map), "finding", severity(p));
    VBox box = new VBox(3, text);
    if (p.proposal() != null) {
      box.getChildren().add(Kit.wrapped(p.proposal(), "second"));
    }
    box.getStyleClass().add("check");
    box.setOnMouseClicked(e -> find(p));
    box.setFocusTraversable(true);
    box.setOnKeyPressed(e -> {
      if (e.getCode() == KeyCode.ENTER) {
        find(p);
        e.consume();
      }
    });
    return box;
  }

  /** What a picture is, as a heading. */
  static String title(RecognisedMap m, RecognisedItem item) {
    if (item != null && item.kind() == ItemKind.ENVIRONMENT) {
      return Words.of("arrivals.environment");
    }
    boolean map =
        m.role() == MapRole.NORMAL || m.role() == MapRole.HEIGHT || m.role() == MapRole.BUMP;
    return m.role().title() + (map ? " map" : "");
  }

  /** A finding without the name of the map that it is shown beside. */
  static String said(Problem p, RecognisedMap m) {
    String name = m.file().name() + ": ";
    String s = p.message();
    return s.startsWith(name)
        ? Character.toUpperCase(s.charAt(name.length())) + s.substring(name.length() + 1)
        : s;
  }

  static String severity(Problem p) {
    return switch (p.severity()) {
      case NOTE -> "second";
      case WARNING -> "attention";
      case ERROR -> "bad";
    };
  }

  /** Looks in the background for the spot that shows a finding. */
  private void find(Problem p) {
    Path file = map.file().onDisk();
    RecognisedMap of = map;
    work.quietly(() -> {
      Optional<Spots.Region> found;
      try {
        found = Spots.of(p, file);
      } catch (java.io.IOException e) {
        found = Optional.empty();
      }
      Optional<Spots.Region> spot = found;
      work.ui(() -> {
        if (map == of) {
          region = spot.orElse(new Spots.Region(0, 0, 1, 1));
          show();
        }
      });
    });
  }

  /** Pictures are kept as squares; the whole map is shown as wide and high as it is. */
  private void proportions() {
    double wide =
        pixels ? 1 : map.file().info().map(i -> i.width() / (double) i.height()).orElse(1.0);
    for (Node n : List.of(picture, marks)) {
      n.setScaleX(Math.min(1, wide));
      n.setScaleY(Math.min(1, 1 / wide));
    }
  }

  private void show() {
    Path file = map.file().onDisk();
    double x = region == null ? 0.5 : region.x() + region.width() / 2;
    double y = region == null ? 0.5 : region.y() + region.height() / 2;
    int dots = (int) SIDE;
    var image =
        pixels
            ? pictures.get(
                "pixels|" + file + "|" + x + "|" + y, () -> Previews.pixels(file, x, y, dots))
            : pictures.get("large|" + file, () -> Previews.flat(file, 2 * dots));
    picture.getChildren().setAll(Images.view(image, SIDE));
    proportions();
    scale.setText(Words.of(pixels ? "arrivals.viewer.pixels" : "arrivals.viewer.whole"));
    marks.getChildren().clear();
    if (region != null && !pixels) {
      Rectangle r =
          new Rectangle(
              region.x() * SIDE, region.y() * SIDE, region.width() * SIDE, region.height() * SIDE);
      r.getStyleClass().add("spot-mark");
      marks.getChildren().add(r);
    }
  }
}
