package keepshelf.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import keepshelf.core.recognise.Recogniser;
import keepshelf.core.recognise.found.SourceFile;
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

/** Recognising 100,000 paths from their names alone; the limit is two seconds. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3)
@Measurement(iterations = 7)
public class NamesBenchmark {
  private List<SourceFile> paths;

  /** Twenty thousand sets of five maps in five hundred packs. */
  @Setup
  public void paths() {
    paths = new ArrayList<>();
    for (int i = 0; i < 20_000; i++) {
      for (String role : new String[] {"diff", "nor_gl", "rough", "ao", "disp"}) {
        paths.add(SourceFile.named("pack" + i / 40 + "/rope_" + i + "_" + role + "_2k.png"));
      }
    }
  }

  /** Ours. */
  @Benchmark
  public int recognise() {
    return Recogniser.recognise("", paths).items().size();
  }
}
