package keepshelf.desktop.making;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.image.ImageView;
import javafx.scene.image.PixelFormat;
import javafx.scene.image.WritableImage;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Rectangle;
import keepshelf.core.bench.BenchLights;
import keepshelf.core.preview.Previews;
import keepshelf.core.preview.SurfaceMaker;
import keepshelf.desktop.kit.Kit;
import keepshelf.desktop.kit.TrueRule;
import keepshelf.desktop.words.Words;
import keepshelf.imaging.bond.LaidMaps;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BenchPicture;
import keepshelf.imaging.render.BenchScene;

/** What is laid: from above with the tile's borders, on a ball or slab, or its maps one by one. */
final class LaidStage extends Pane {
  /** Ways to look at it. */
  enum Look {
    LAID,
    BALL,
    SLAB,
    MAPS;

    Look next() {
      return values()[(ordinal() + 1) % values().length];
    }
  }

  private static final double EDGE = 14;

  /** Points of a tile's longer side, as a share of the stage. */
  private static final double FILLED = 0.9;

  private static final double OBJECT_METRES = 2;

  private final LayingModel model;
  private final BenchLights lights;
  private final ImageView picture = new ImageView();
  private final Pane repeats = new Pane();
  private final Rectangle border = new Rectangle();
  private final FlowPane maps = new FlowPane(14, 14);
  private final TrueRule rule = new TrueRule();
  private final Label facts = Kit.label("", "on-picture");
  private final ToggleGroup looks = new ToggleGroup();
  private final ExecutorService thread =
      Executors.newSingleThreadExecutor(
          Thread.ofPlatform().daemon().name("keepshelf-laid").factory());
  private final AtomicReference<Object> wanted = new AtomicReference<>();
  private Look look = Look.LAID;

  LaidStage(LayingModel model, Previews previews) {
    this.model = model;
    this.lights = new BenchLights(previews);
    getStyleClass().add("bench-stage");
    setId("lay-stage");
    setFocusTraversable(true);
    setAccessibleText(Words.of("lay.stage"));
    HBox ways = new HBox(6);
    for (Look l : Look.values()) {
      String name = l.name().toLowerCase(java.util.Locale.ROOT);
      ToggleButton b = new ToggleButton(Words.of("lay.look." + name));
      b.setUserData(l);
      b.setId("lay-look-" + name);
      b.setToggleGroup(looks);
      b.getStyleClass().add("on-picture-button");
      b.setOnAction(e -> look(l));
      ways.getChildren().add(b);
    }
    looks.selectToggle(looks.getToggles().getFirst());
    ways.relocate(EDGE, EDGE);
    border.getStyleClass().add("tile-border");
    maps.setPadding(new Insets(58, EDGE, EDGE, EDGE));
    getChildren().addAll(repeats, border, picture, maps, ways, rule, facts);
    Rectangle clip = new Rectangle();
    clip.widthProperty().bind(widthProperty());
    clip.heightProperty().bind(heightProperty());
    setClip(clip);
    maps.prefWidthProperty().bind(widthProperty());
    widthProperty().addListener(o -> show());
    heightProperty().addListener(o -> show());
    model.drawnProperty().addListener(o -> show());
  }

  /** Another way to look at it. */
  void look(Look l) {
    look = l;
    looks.getToggles().stream()
        .filter(t -> t.getUserData() == l)
        .findFirst()
        .ifPresent(looks::selectToggle);
    show();
  }

  Look look() {
    return look;
  }

  @Override
  protected void layoutChildren() {
    super.layoutChildren();
    rule.autosize();
    facts.autosize();
    rule.relocate(EDGE + 6, getHeight() - EDGE - rule.getHeight());
    facts.relocate(getWidth() - EDGE - facts.getWidth(), getHeight() - EDGE - facts.getHeight());
  }

  private void show() {
    LayingModel.Drawn d = model.drawnProperty().get();
    boolean there = d != null && getWidth() > 0 && getHeight() > 0;
    repeats.setVisible(there && look == Look.LAID);
    border.setVisible(repeats.isVisible());
    maps.setVisible(there && look == Look.MAPS);
    picture.setVisible(there && (look == Look.BALL || look == Look.SLAB));
    rule.setVisible(there && look != Look.MAPS);
    facts.setVisible(there);
    wanted.set(null);
    if (!there) {
      return;
    }
    LaidMaps m = d.maps();
    facts.setText(Words.of("lay.facts", metres(m.width()), metres(m.height()), m.units()));
    switch (look) {
      case LAID -> laid(d);
      case MAPS -> maps(d);
      default -> onShape(d, look == Look.BALL ? BenchScene.Shape.BALL : BenchScene.Shape.SLAB);
    }
    requestLayout();
  }

  private static String metres(double mm) {
    return String.format(java.util.Locale.ROOT, "%.2f", mm / 1000);
  }

  private void laid(LayingModel.Drawn d) {
    LaidMaps m = d.maps();
    WritableImage tile = image(d.argb(), m.colour().width(), m.colour().height());
    double scale = FILLED * Math.min(getWidth() / m.width(), (getHeight() - 60) / m.height());
    double w = m.width() * scale;
    double h = m.height() * scale;
    double left = 0;
    double top = 56;
    repeats.getChildren().clear();
    for (double y = top - h; y < getHeight(); y += h) {
      for (double x = left; x < getWidth(); x += w) {
        ImageView v = new ImageView(tile);
        v.setFitWidth(w + 0.5);
        v.setFitHeight(h + 0.5);
        v.relocate(x, y);
        // What repeats stands back behind the tile itself.
        v.setOpacity(x == left && y == top ? 1 : 0.72);
        repeats.getChildren().add(v);
      }
    }
    border.setX(left);
    border.setY(top);
    border.setWidth(w);
    border.setHeight(h);
    rule.show(m.width() / 1000 / w);
  }

  /** Worked out on a thread of its own: normals and occlusion take a moment. */
  private void maps(LayingModel.Drawn d) {
    double side = Math.max(140, (getWidth() - 4 * EDGE) / 3 - 6);
    Object wish = new Object();
    wanted.set(wish);
    thread.execute(() -> {
      if (wanted.get() != wish) {
        return;
      }
      Map<String, Pixels> all = new LinkedHashMap<>();
      LayingModel.maps(d.maps()).forEach((role, p) -> all.put(role.title(), p));
      all.put(Words.of("lay.ids"), d.maps().ids());
      Map<String, int[]> argb = new LinkedHashMap<>();
      all.forEach((title, p) -> argb.put(title, argb(p)));
      Platform.runLater(() -> {
        if (wanted.get() == wish) {
          maps.getChildren().clear();
          argb.forEach((title, pixels) ->
              maps.getChildren().add(map(title, pixels, d.maps().colour(), side)));
        }
      });
    });
  }

  private static int[] argb(Pixels p) {
    int[] argb = new int[p.width() * p.height()];
    int n = p.channels();
    for (int i = 0; i < argb.length; i++) {
      int rgb = 0;
      for (int c = 0; c < 3; c++) {
        rgb = rgb << 8 | Math.round(p.at(i * n + (n < 3 ? 0 : c)) * 255);
      }
      argb[i] = 0xFF000000 | rgb;
    }
    return argb;
  }

  private static Node map(String title, int[] argb, Pixels size, double side) {
    ImageView v = new ImageView(image(argb, size.width(), size.height()));
    v.setPreserveRatio(true);
    v.setFitWidth(side);
    v.setFitHeight(side * 0.72);
    VBox box = new VBox(4, v, Kit.label(title, "on-picture"));
    box.setAlignment(Pos.TOP_LEFT);
    return box;
  }

  /** On a shape of true size, drawn finer and finer on a thread of its own. */
  private void onShape(LayingModel.Drawn d, BenchScene.Shape shape) {
    int w = (int) getWidth();
    int h = (int) getHeight();
    Object wish = new Object();
    wanted.set(wish);
    thread.execute(() -> {
      if (wanted.get() != wish) {
        return;
      }
      LaidMaps m = d.maps();
      BenchScene scene =
          new BenchScene(
              shape,
              OBJECT_METRES,
              new BenchScene.Cover(
                  m.width() / 1000,
                  m.height() / 1000,
                  new BenchScene.Laying(0, 0, 0, m.reliefMillimetres() / 1000, 0.5),
                  BenchScene.Substance.USUAL),
              BenchScene.Lighting.plain(lights.of(Light.LAMP_ROOM_WINDOW)),
              BenchScene.View.FRONT,
              false);
      BenchPicture p = new BenchPicture(SurfaceMaker.of(LayingModel.maps(m)), scene, w, h);
      double metres = p.metresPerPixel();
      while (!p.isDone() && p.pass(() -> wanted.get() != wish)) {
        if (Integer.bitCount(p.passes()) == 1 || p.isDone()) {
          int[] argb = p.argb();
          Platform.runLater(() -> {
            if (wanted.get() == wish) {
              picture.setImage(image(argb, w, h));
              rule.show(metres);
            }
          });
        }
      }
    });
  }

  private static WritableImage image(int[] argb, int w, int h) {
    WritableImage image = new WritableImage(w, h);
    image.getPixelWriter().setPixels(0, 0, w, h, PixelFormat.getIntArgbInstance(), argb, 0, w);
    return image;
  }

  void close() {
    wanted.set(null);
    thread.shutdownNow();
  }
}
