package keepshelf.bench.pictures;

import java.util.concurrent.TimeUnit;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.convert.NormalMaps;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.LightField;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BenchPicture;
import keepshelf.imaging.render.BenchScene;
import keepshelf.imaging.render.Surface;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * The bench at 754 x 670: a frame while the hand moves, against the 50 ms of a frame, the first
 * pass at full resolution, against 600 ms, and the finished picture, against 4 s. With {@code
 * -jvmArgsAppend -XX:ActiveProcessorCount=1} on one core alone.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 3)
@Measurement(iterations = 4, time = 3)
@Fork(1)
public class BenchPictureBenchmark {
  private static final int SIDE = 1024;

  /** Metres that the object is wide, and that the maps of a recipe are raised by. */
  private static final double OBJECT = 0.5;

  private static final double RELIEF = 0.012;

  /** The shape. */
  @Param({"BALL", "SLAB", "BLOCK", "DRAPE"})
  public BenchScene.Shape shape;

  /** Metres of relief. */
  @Param({"0", "0.012"})
  public double relief;

  /** What lies on it: even stones of one roughness, or a recipe of the demo's. */
  @Param({"WALL"})
  public String material;

  private Surface surface;
  private BenchScene scene;
  private BenchPicture before;

  /** Makes the maps and the scene. */
  @Setup
  public void scene() {
    surface = material.equals("WALL") ? wall() : drawn(Recipe.valueOf(material));
    scene =
        new BenchScene(
            shape,
            OBJECT,
            new BenchScene.Cover(
                OBJECT,
                OBJECT,
                new BenchScene.Laying(0, 0, 0, relief, 0.5),
                BenchScene.Substance.USUAL),
            BenchScene.Lighting.plain(LightField.of(Light.LAMP_ROOM_WINDOW)),
            new BenchScene.View(shape == BenchScene.Shape.BALL ? 0 : 30, 11.5, 1),
            false);
    before = picture();
    before.rough(3);
  }

  /** A wall of stones with joints. */
  private static Surface wall() {
    float[] h = new float[SIDE * SIDE];
    float[] base = new float[SIDE * SIDE];
    for (int i = 0; i < h.length; i++) {
      int x = i % SIDE;
      int y = i / SIDE;
      int across = (x + y / 128 % 2 * 128) % 256;
      int edge = Math.min(Math.min(across, 255 - across), Math.min(y % 128, 127 - y % 128));
      h[i] = Math.clamp((edge - 6) / 10f, 0f, 1f);
      base[i] = 0.15f + 0.3f * h[i];
    }
    return new Surface.Builder(SIDE, SIDE).base(base, base, base).heights(h).build();
  }

  private static Surface drawn(Recipe recipe) {
    MapSet maps = new MapSet(recipe, SIDE);
    Pixels colour = maps.baseColour();
    float[] h = maps.heightFloat().plane(0);
    float[] opacity = maps.opacity().plane(0);
    Surface.Builder b =
        new Surface.Builder(SIDE, SIDE)
            .base(linear(colour.plane(0)), linear(colour.plane(1)), linear(colour.plane(2)))
            .roughness(maps.roughness().plane(0))
            .metallic(maps.metallic().plane(0))
            .heights(h)
            .normal(NormalMaps.fromHeight(h, SIDE, SIDE, (float) (RELIEF * SIDE / OBJECT)));
    for (float o : opacity) {
      if (o < 1) {
        return b.opacity(opacity).build();
      }
    }
    return b.build();
  }

  private static float[] linear(float[] encoded) {
    float[] out = new float[encoded.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = Srgb.linear(encoded[i]);
    }
    return out;
  }

  private BenchPicture picture() {
    return new BenchPicture(surface, scene, 754, 670);
  }

  /** A frame while a setting is dragged, every third pixel. */
  @Benchmark
  public int[] frame() {
    BenchPicture p = picture();
    p.takeOver(before);
    return p.rough(3);
  }

  /** One pass of the fine picture. */
  @Benchmark
  public boolean pass() {
    BenchPicture p = picture();
    p.takeOver(before);
    return p.pass(() -> false);
  }

  /** All passes: up to 64 samples of each pixel. */
  @Benchmark
  public int[] finished() {
    BenchPicture p = picture();
    while (!p.isDone()) {
      p.pass(() -> false);
    }
    return p.argb();
  }
}
