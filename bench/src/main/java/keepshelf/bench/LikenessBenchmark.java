package keepshelf.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.fingerprint.Match;
import keepshelf.imaging.fingerprint.Matcher;
import keepshelf.imaging.likeness.Look;
import keepshelf.imaging.likeness.LookIndex;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * What looks alike among 100,000 items (the limit is 50 ms), the look of one, and comparing two
 * pictures closely.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 3, time = 2)
public class LikenessBenchmark {
  private static final int ITEMS = 100_000;
  private static final int MOST = 60;

  private final Matcher matcher = new Matcher();
  private LookIndex index;
  private Look asked;
  private Fingerprint slate;
  private Fingerprint rope;

  /** Made-up looks of the spread that real ones have. */
  @Setup
  public void fill() {
    Random r = new Random(5);
    List<Look> looks = new ArrayList<>();
    for (int i = 0; i < ITEMS; i++) {
      byte[] b = new byte[Look.LENGTH];
      for (int k = 0; k < b.length; k++) {
        b[k] = (byte) Math.clamp(Math.round(20 * r.nextGaussian()), -127, 127);
      }
      looks.add(new Look(b));
    }
    index = new LookIndex(looks);
    asked = looks.get(ITEMS / 2);
    slate = Fingerprint.of(new MapSet(Recipe.SLATE_SHINGLE, 256).baseColour());
    rope = Fingerprint.of(new MapSet(Recipe.TARRED_ROPE, 256).baseColour());
  }

  /** The sixty most alike of all. */
  @Benchmark
  public List<LookIndex.Alike> nearest() {
    return index.nearest(asked, MOST);
  }

  /** The look of one item, out of its fingerprint. */
  @Benchmark
  public Look look() {
    return Look.of(slate);
  }

  /** Two pictures that have nothing to do with each other. */
  @Benchmark
  public Match others() {
    return matcher.compare(slate, rope);
  }

  /** A picture and itself. */
  @Benchmark
  public Match same() {
    return matcher.compare(slate, slate);
  }
}
