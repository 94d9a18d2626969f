package keepshelf.desktop.bench;

import java.io.IOException;
import java.util.Locale;
import java.util.function.DoubleSupplier;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.StackPane;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Pixels;

/**
 * A map one pixel to one, which goes on beyond its edges as a tile does. Dragging moves it; what
 * the pointer is over is said in the map's own meaning.
 */
final class PixelsPane extends StackPane {
  private final BenchModel model;
  private final WorkList work;
  private final DoubleSupplier reliefMetres;
  private final ImageView view = new ImageView();
  private final Label value = Kit.label("", "on-picture");
  private MapRecord map;
  private Pixels pixels;
  private double atX;
  private double atY;
  private double lastX;
  private double lastY;

  /** {@code reliefMetres} tells what a height from black to white is. */
  PixelsPane(BenchModel model, WorkList work, DoubleSupplier reliefMetres) {
    this.model = model;
    this.work = work;
    this.reliefMetres = reliefMetres;
    setId("bench-pixels");
    setAccessibleText(Words.of("bench.beside.pixels"));
    getStyleClass().add("bench-stage");
    setFocusTraversable(true);
    value.setId("pixel-value");
    StackPane.setAlignment(view, Pos.TOP_LEFT);
    StackPane.setAlignment(value, Pos.BOTTOM_CENTER);
    value.setTranslateY(-58);
    view.setManaged(false);
    getChildren().addAll(view, value);
    setOnMousePressed(e -> {
      lastX = e.getX();
      lastY = e.getY();
      requestFocus();
    });
    setOnMouseDragged(e -> {
      atX -= e.getX() - lastX;
      atY -= e.getY() - lastY;
      lastX = e.getX();
      lastY = e.getY();
      draw();
    });
    setOnMouseMoved(e -> say(e.getX(), e.getY()));
    widthProperty().addListener(o -> draw());
    heightProperty().addListener(o -> draw());
  }

  /** Shows a map from its middle; reads it in the background. */
  void show(ShelvedItem s, MapRecord m) {
    map = m;
    pixels = null;
    value.setText(Words.of("bench.reading", m.fileName()));
    work.quietly(() -> {
      Pixels read = null;
      String why = "";
      try {
        read = model.pixels(s, m);
      } catch (IOException | RuntimeException | OutOfMemoryError e) {
        why = e.getMessage();
      }
      Pixels got = read;
      String said = Words.of("bench.pixels.lost", m.fileName(), why);
      work.ui(() -> {
        if (map == m) {
          pixels = got;
          value.setText(got == null ? said : "");
          if (got != null) {
            atX = (got.width() - getWidth()) / 2;
            atY = (got.height() - getHeight()) / 2;
            draw();
          }
        }
      });
    });
  }

  private void draw() {
    int w = (int) getWidth();
    int h = (int) getHeight();
    if (pixels == null || w < 1 || h < 1) {
      return;
    }
    int left = (int) Math.floor(atX);
    int top = (int) Math.floor(atY);
    int[] argb = new int[w * h];
    for (int y = 0; y < h; y++) {
      int py = Math.floorMod(top + y, pixels.height());
      for (int x = 0; x < w; x++) {
        int px = Math.floorMod(left + x, pixels.width());
        int rgb = 0;
        for (int c = 0; c < 3; c++) {
          float v = pixels.value(px, py, pixels.channels() < 3 ? 0 : c);
          rgb = rgb << 8 | Math.clamp(Math.round(v * 255), 0, 255);
        }
        argb[y * w + x] = 0xFF000000 | rgb;
      }
    }
    WritableImage i = new WritableImage(w, h);
    i.getPixelWriter().setPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), argb, 0, w);
    view.setImage(i);
  }

  private void say(double x, double y) {
    if (pixels == null) {
      return;
    }
    int px = Math.floorMod((int) Math.floor(atX + x), pixels.width());
    int py = Math.floorMod((int) Math.floor(atY + y), pixels.height());
    value.setText(px + ", " + py + " · " + meaning(px, py));
  }

  private String meaning(int x, int y) {
    float r = pixels.value(x, y, 0);
    float g = pixels.channels() < 3 ? r : pixels.value(x, y, 1);
    float b = pixels.channels() < 3 ? r : pixels.value(x, y, 2);
    return meaning(map.role(), r, g, b, reliefMetres.getAsDouble());
  }

  /**
   * What a pixel means.
   *
   * @param r stored value 0..1; likewise g and b
   * @param relief metres from black to white
   */
  static String meaning(MapRole role, float r, float g, float b, double relief) {
    if (role.colour()) {
      return String.format(
          Locale.ROOT,
          "sRGB %d %d %d · linear %.3f %.3f %.3f",
          Math.round(r * 255),
          Math.round(g * 255),
          Math.round(b * 255),
          Srgb.toLinear(r),
          Srgb.toLinear(g),
          Srgb.toLinear(b));
    }
    if (role == MapRole.NORMAL) {
      double nx = 2 * r - 1;
      double ny = 2 * g - 1;
      double nz = 2 * b - 1;
      return Words.of(
          "bench.slope",
          String.format(Locale.ROOT, "%.1f", Math.toDegrees(Math.atan2(Math.hypot(nx, ny), nz))));
    }
    if ((role == MapRole.HEIGHT || role == MapRole.BUMP) && relief > 0) {
      return Words.of(
          "bench.height",
          String.format(Locale.ROOT, "%.2f", r * relief * 1000),
          String.format(Locale.ROOT, "%.4f", r));
    }
    if (role == MapRole.GLOSS) {
      return String.format(
          Locale.ROOT, "%s %.3f · %s %.3f", role.title(), r, MapRole.ROUGHNESS.title(), 1 - r);
    }
    return role == MapRole.PACKED
        ? String.format(Locale.ROOT, "R %.3f · G %.3f · B %.3f", r, g, b)
        : String.format(Locale.ROOT, "%s %.3f", role.title(), r);
  }
}
