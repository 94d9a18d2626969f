package keepshelf.desktop.bench;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleSupplier;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.util.StringConverter;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.bench.state.BenchModel;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Pixels;

/**
 * A map one pixel to one, which goes on beyond its edges as a tile does, whole or one channel of
 * it; beside it another map of the same item, moved along. Dragging moves them; what the pointer is
 * over is said in each map's own meaning.
 */
final class PixelsPane extends StackPane {
  private static final String[] CHANNELS = {"R", "G", "B", "A"};

  private final BenchModel model;
  private final WorkList work;
  private final DoubleSupplier reliefMetres;
  private final ImageView view = new ImageView();
  private final Label value = Kit.label("", "on-picture");
  private final HBox bar = new HBox(5);
  private final ToggleGroup channels = new ToggleGroup();
  private final ComboBox<MapRecord> second = new ComboBox<>();
  private ShelvedItem item;
  private One one;
  private One other;
  private double atX;
  private double atY;
  private double lastX;
  private double lastY;

  /** A map and its pixels. */
  private record One(MapRecord map, Pixels pixels) {}

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
    value.visibleProperty().bind(value.textProperty().isNotEmpty());
    StackPane.setAlignment(view, Pos.TOP_LEFT);
    StackPane.setAlignment(value, Pos.BOTTOM_CENTER);
    value.setTranslateY(-58);
    view.setManaged(false);
    bar();
    getChildren().addAll(view, value, bar);
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

  private void bar() {
    bar.setMaxSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    StackPane.setAlignment(bar, Pos.TOP_LEFT);
    StackPane.setMargin(bar, new Insets(13));
    bar.getChildren().add(channel(Words.of("bench.pixels.all"), -1));
    for (int c = 0; c < CHANNELS.length; c++) {
      bar.getChildren().add(channel(CHANNELS[c], c));
    }
    channels.selectToggle(channels.getToggles().getFirst());
    channels
        .selectedToggleProperty()
        .addListener((o, was, is) -> {
          if (is == null) {
            // One of them always is.
            channels.selectToggle(was);
          } else {
            draw();
          }
        });
    second.setId("pixels-second");
    second.setAccessibleText(Words.of("bench.pixels.second", ""));
    second.getStyleClass().add("on-picture-box");
    second.setMaxWidth(190);
    second.setConverter(
        new StringConverter<>() {
          @Override
          public String toString(MapRecord m) {
            return Words.of(
                "bench.pixels.second",
                m == null ? Words.of("bench.pixels.none") : m.role().inSentence());
          }

          @Override
          public MapRecord fromString(String s) {
            throw new UnsupportedOperationException();
          }
        });
    second.valueProperty().addListener((o, was, is) -> read(is, true));
    bar.getChildren().add(second);
  }

  private ToggleButton channel(String name, int index) {
    ToggleButton b = new ToggleButton(name);
    b.setId("pixels-channel-" + (index < 0 ? "all" : CHANNELS[index].toLowerCase(Locale.ROOT)));
    b.getStyleClass().add("on-picture-button");
    b.setUserData(index);
    b.setToggleGroup(channels);
    return b;
  }

  /** Shows a map from its middle; reads it in the background. */
  void show(ShelvedItem s, MapRecord m) {
    if (item == null || !item.item().id().equals(s.item().id())) {
      second.setValue(null);
    }
    item = s;
    List<MapRecord> others = new ArrayList<>();
    others.add(null);
    s.item().maps().stream()
        .filter(x -> x.width() == m.width() && x.height() == m.height() && !x.equals(m))
        .forEach(others::add);
    if (!second.getItems().equals(others)) {
      MapRecord kept = others.contains(second.getValue()) ? second.getValue() : null;
      second.getItems().setAll(others);
      second.setValue(kept);
    }
    read(m, false);
  }

  private void read(MapRecord m, boolean isSecond) {
    if (isSecond) {
      other = m == null ? null : new One(m, null);
    } else {
      one = new One(m, null);
    }
    draw();
    if (m == null) {
      return;
    }
    value.setText(Words.of("bench.reading", m.fileName()));
    ShelvedItem s = item;
    work.quietly(() -> {
      Pixels read = null;
      String why = "";
      try {
        read = model.pixels(s, m);
      } catch (IOException | RuntimeException | OutOfMemoryError e) {
        why = e.getMessage();
      }
      Pixels got = read;
      String said = got == null ? Words.of("bench.pixels.lost", m.fileName(), why) : "";
      work.ui(() -> there(new One(m, got), isSecond, said));
    });
  }

  private void there(One got, boolean isSecond, String said) {
    One now = isSecond ? other : one;
    if (now == null || !now.map().equals(got.map())) {
      return;
    }
    value.setText(said);
    if (isSecond) {
      other = got;
    } else {
      one = got;
      if (got.pixels() != null) {
        atX = (got.pixels().width() - getWidth()) / 2;
        atY = (got.pixels().height() - getHeight()) / 2;
      }
    }
    draw();
  }

  /** Where the second map begins; the whole width when there is none. */
  private int split() {
    return other == null ? (int) getWidth() : (int) getWidth() / 2;
  }

  private void draw() {
    int w = (int) getWidth();
    int h = (int) getHeight();
    if (one == null || one.pixels() == null || w < 1 || h < 1) {
      return;
    }
    int channel = (int) channels.getSelectedToggle().getUserData();
    int split = split();
    int[] argb = new int[w * h];
    int left = (int) Math.floor(atX);
    int top = (int) Math.floor(atY);
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        One of = x < split ? one : other;
        boolean edge = other != null && x == split;
        argb[y * w + x] =
            edge || of.pixels() == null
                ? 0xFF777777
                : argb(of.pixels(), left + (x < split ? x : x - split), top + y, channel);
      }
    }
    WritableImage i = new WritableImage(w, h);
    i.getPixelWriter().setPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), argb, 0, w);
    view.setImage(i);
  }

  /** A pixel as it is stored; one channel as grey, black where there is no such channel. */
  static int argb(Pixels p, int x, int y, int channel) {
    int px = Math.floorMod(x, p.width());
    int py = Math.floorMod(y, p.height());
    int rgb = 0;
    for (int c = 0; c < 3; c++) {
      int from = channel >= 0 ? channel : p.channels() < 3 ? 0 : c;
      float v = from < p.channels() ? p.value(px, py, from) : 0;
      rgb = rgb << 8 | Math.clamp(Math.round(v * 255), 0, 255);
    }
    return 0xFF000000 | rgb;
  }

  private void say(double x, double y) {
    if (one == null || one.pixels() == null) {
      return;
    }
    int split = split();
    int px = (int) Math.floor(atX + (x < split ? x : x - split));
    int py = (int) Math.floor(atY + y);
    String both = meaning(one, px, py);
    if (other != null && other.pixels() != null) {
      both += " · " + meaning(other, px, py);
    }
    int shownX = Math.floorMod(px, one.pixels().width());
    value.setText(shownX + ", " + Math.floorMod(py, one.pixels().height()) + " · " + both);
  }

  private String meaning(One of, int x, int y) {
    Pixels p = of.pixels();
    int px = Math.floorMod(x, p.width());
    int py = Math.floorMod(y, p.height());
    float r = p.value(px, py, 0);
    float g = p.channels() < 3 ? r : p.value(px, py, 1);
    float b = p.channels() < 3 ? r : p.value(px, py, 2);
    return meaning(of.map().role(), r, g, b, reliefMetres.getAsDouble());
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
