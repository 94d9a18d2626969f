package keepshelf.bench;

import java.util.concurrent.TimeUnit;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.LightField;
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
 * The bench at 754 x 670: a frame while the hand moves, against the 50 ms of a frame, and one pass
 * of sixteen. With {@code -jvmArgsAppend -Djava.util.concurrent.ForkJoinPool.common.parallelism=0}
 * on one core alone.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Warmup(iterations = 3, time = 3)
@Measurement(iterations = 4, time = 3)
@Fork(1)
public class BenchPictureBenchmark {
  private static final int SIDE = 1024;

  /** The shape. */
  @Param({"BALL", "SLAB", "BLOCK", "DRAPE"})
  public BenchScene.Shape shape;

  /** Metres of relief. */
  @Param({"0", "0.012"})
  public double relief;

  private Surface surface;
  private BenchScene scene;
  private BenchPicture before;

  /** A wall of stones with joints. */
  @Setup
  public void wall() {
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
    surface = new Surface.Builder(SIDE, SIDE).base(base, base, base).heights(h).build();
    scene =
        new BenchScene(
            shape,
            0.5,
            new BenchScene.Cover(
                0.5, 0.5, new BenchScene.Laying(0, 0, 0, relief, 0.5), BenchScene.Substance.USUAL),
            BenchScene.Lighting.plain(LightField.of(Light.LAMP_ROOM_WINDOW)),
            new BenchScene.View(shape == BenchScene.Shape.BALL ? 0 : 30, 11.5, 1),
            false);
    before = picture();
    before.rough(3);
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
}
