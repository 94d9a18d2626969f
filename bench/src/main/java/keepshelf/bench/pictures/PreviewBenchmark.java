package keepshelf.bench.pictures;

import java.util.concurrent.TimeUnit;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.render.BallPreview;
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

/** One ball under the lamp room window, with all cores, as the cards show it. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 5, time = 2)
public class PreviewBenchmark {
  /** Pixels a side. */
  @Param({"256", "512"})
  public int side;

  private Surface surface;

  /** Bakes the surface. */
  @Setup
  public void bake() {
    MapSet m = new MapSet(Recipe.SLATE_SHINGLE, 512);
    Pixels n = m.normal16(true);
    float[] xyz = new float[n.sampleCount()];
    for (int i = 0; i < xyz.length; i++) {
      xyz[i] = 2 * n.at(i) - 1;
    }
    Pixels c = m.baseColour();
    surface =
        new Surface.Builder(512, 512)
            .base(c.plane(0), c.plane(1), c.plane(2))
            .roughness(m.roughness().plane(0))
            .normal(xyz)
            .build();
  }

  /** The picture. */
  @Benchmark
  public int[] ball() {
    return BallPreview.render(surface, BallPreview.Settings.card(side, 0.6));
  }
}
