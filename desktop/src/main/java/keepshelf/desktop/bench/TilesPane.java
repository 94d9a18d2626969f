package keepshelf.desktop.bench;

import java.io.IOException;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.Pane;
import javafx.scene.layout.StackPane;
import javafx.scene.shape.Circle;
import keepshelf.core.bench.BenchItem;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.TrueRule;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.analyse.VisibleRepetition;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.pixel.Pixels;

/**
 * The colours of many tiles side by side, as a wide wall or floor shows them, with how easily the
 * repetition is seen and the places that give it away. The wheel shows more or fewer tiles.
 */
final class TilesPane extends StackPane {
  private static final int FEWEST = 2;
  private static final int MOST = 16;

  private final BenchModel model;
  private final WorkList work;
  private final ImageView view = new ImageView();
  private final Pane marks = new Pane();
  private final ToggleButton marking = new ToggleButton(Words.of("bench.tiles.mark"));
  private final Label said = Kit.wrapped("", "on-picture");
  private int across = 5;
  private BenchItem read;
  private Wish wish;
  private Seen seen;

  /** What is to be shown. */
  private record Wish(ShelvedItem item, String edition, Finish finish, double distance) {}

  /** What was read and measured. */
  private record Seen(Pixels colour, double tile, double aspect, VisibleRepetition repetition) {}

  TilesPane(BenchModel model, WorkList work) {
    this.model = model;
    this.work = work;
    setId("bench-many-tiles");
    setAccessibleText(Words.of("bench.beside.tiles"));
    getStyleClass().add("bench-stage");
    setVisible(false);
    setFocusTraversable(true);
    marking.setId("bench-tiles-mark");
    marking.getStyleClass().add("on-picture-button");
    marking.setSelected(true);
    marking.setOnAction(e -> draw());
    said.setId("bench-tiles-said");
    said.getStyleClass().add("solid");
    said.setMaxWidth(440);
    marks.setMouseTransparent(true);
    view.setManaged(false);
    StackPane.setAlignment(view, Pos.TOP_LEFT);
    StackPane.setAlignment(said, Pos.BOTTOM_CENTER);
    said.setTranslateY(-90);
    StackPane.setAlignment(marking, Pos.BOTTOM_CENTER);
    marking.setTranslateY(-54);
    getChildren().addAll(view, marks, said, marking);
    setOnScroll(e -> {
      across = Math.clamp(across + (e.getDeltaY() < 0 ? 1 : -1), FEWEST, MOST);
      draw();
    });
    widthProperty().addListener(o -> draw());
    heightProperty().addListener(o -> draw());
  }

  /** Shows what lies on the bench as it is tried now; reads it in the background. */
  void show() {
    Wish next =
        new Wish(
            model.itemProperty().get(),
            model.resolutionProperty().get(),
            model.finishProperty().get().draftProperty().get(),
            model.shotProperty().get().distanceMetres());
    if (next.equals(wish)) {
      return;
    }
    wish = next;
    work.quietly(() -> {
      Seen got = null;
      String why = Words.of("bench.tiles.none");
      try {
        got = look(next).orElse(null);
      } catch (IOException | RuntimeException | OutOfMemoryError e) {
        why = Words.of("bench.nopicture", next.item().item().name(), e.getMessage());
      }
      Seen now = got;
      String trouble = why;
      work.ui(() -> {
        if (next.equals(wish)) {
          seen = now;
          said.setText(trouble);
          draw();
        }
      });
    });
  }

  private synchronized Optional<Seen> look(Wish w) throws IOException {
    BenchItem still = read == null ? null : read.still(w.item(), w.edition());
    read = still != null ? still : model.read(w.item(), w.edition());
    BenchItem item = read;
    return item.colour(w.finish())
        .map(p ->
            new Seen(
                Maps.encoded(p),
                item.tile(w.finish()),
                item.aspect(),
                item.repetition(w.finish(), w.distance()).orElseThrow()));
  }

  private void draw() {
    int w = (int) getWidth();
    int h = (int) getHeight();
    marks.getChildren().clear();
    if (seen == null || w < 8 || h < 8) {
      view.setImage(null);
      return;
    }
    int tw = Math.max(4, w / across);
    int th = Math.max(4, (int) Math.round(tw * seen.aspect()));
    Pixels tile = Resize.to(seen.colour(), tw, th, Resize.Holds.COLOUR);
    int[] argb = new int[w * h];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        int rgb = 0;
        for (int c = 0; c < 3; c++) {
          float v = tile.value(x % tw, y % th, tile.channels() < 3 ? 0 : c);
          rgb = rgb << 8 | Math.clamp(Math.round(v * 255), 0, 255);
        }
        argb[y * w + x] = 0xFF000000 | rgb;
      }
    }
    WritableImage i = new WritableImage(w, h);
    i.getPixelWriter().setPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), argb, 0, w);
    view.setImage(i);
    if (marking.isSelected()) {
      mark(w, h, tw, th);
    }
    say((double) h / th);
  }

  private void mark(int w, int h, int tw, int th) {
    for (VisibleRepetition.Spot s : seen.repetition().spots()) {
      for (double y = s.y() * th; y < h; y += th) {
        for (double x = s.x() * tw; x < w; x += tw) {
          Circle c = new Circle(x, y, Math.max(5, tw / 16.0));
          c.getStyleClass().add("spot-ring");
          marks.getChildren().add(c);
        }
      }
    }
  }

  private void say(double down) {
    double contrast = seen.repetition().contrast();
    String word =
        contrast < VisibleRepetition.FOUND
            ? "hidden"
            : contrast < VisibleRepetition.PLAIN ? "found" : "plain";
    said.setText(
        Words.of(
            "bench.tiles.said",
            across,
            String.format(Locale.ROOT, "%.1f", down),
            TrueRule.words(seen.tile()),
            TrueRule.words(wish.distance()),
            String.format(Locale.ROOT, "%.1f", contrast * 100),
            Words.of("bench.tiles." + word)));
  }
}
