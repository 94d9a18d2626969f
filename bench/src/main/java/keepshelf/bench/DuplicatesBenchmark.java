package keepshelf.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.fingerprint.Index;
import keepshelf.imaging.fingerprint.Match;
import keepshelf.imaging.fingerprint.Matcher;
import keepshelf.imaging.fingerprint.PhaseClosures;
import keepshelf.imaging.pixel.Pixels;
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

/** Fingerprints a second, the growth of a search over made-up descriptors, one comparison. */
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2)
@Measurement(iterations = 3)
public class DuplicatesBenchmark {
  /** Two pictures of one kind. */
  @State(Scope.Benchmark)
  public static class Two {
    private final Pixels picture = new MapSet(Recipe.SLATE_SHINGLE, 1024).baseColour();
    private final Fingerprint a = Fingerprint.of(picture);
    private final Fingerprint b = Fingerprint.of(new MapSet(Recipe.SHELL_PATH, 512).baseColour());
  }

  /** Many made-up descriptors. */
  @State(Scope.Benchmark)
  public static class Many {
    /** How many. */
    @Param({"10000", "100000"})
    public int count;

    private final List<Descriptor> prints = new ArrayList<>();

    /** Descriptors drawn at random around a common fall-off. */
    @Setup
    public void make() {
      Random r = new Random(7);
      for (int i = 0; i < count; i++) {
        float[] f = new float[190];
        for (int k = 0; k < f.length; k++) {
          f[k] = (float) r.nextGaussian();
        }
        prints.add(
            new Descriptor(
                1024,
                1024,
                1,
                1,
                f,
                0.5f,
                0.5f,
                0.5f,
                30,
                prints.size(),
                false,
                PhaseClosures.UNKNOWN));
      }
    }
  }

  /** One fingerprint of a decoded picture of 1024 x 1024. */
  @Benchmark
  public Fingerprint fingerprint(Two t) {
    return Fingerprint.of(t.picture);
  }

  /** One comparison with all eight turns. */
  @Benchmark
  public Match compare(Two t) {
    return new Matcher().compare(t.a, t.b);
  }

  /** The index and all pairs it proposes. */
  @Benchmark
  public int search(Many m) {
    return new Index(m.prints).pairs().size();
  }
}
