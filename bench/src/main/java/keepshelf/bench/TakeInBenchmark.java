package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import keepshelf.core.Shelf;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.ShelfException;
import keepshelf.demo.SkerryLight;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;

/**
 * Taking in the demo's ZIP archives (unpack, hash, recognise, look at normal maps, file) against
 * the system's unzip and sha256sum over the same bytes.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3)
@Measurement(iterations = 7)
public class TakeInBenchmark {
  private static final Set<String> ZIPS =
      Set.of(
          "HarbourMetals_v1.2_2K-PNG.zip",
          "bleached_larch_1k.zip",
          "HA_Slate-Shingle.zip",
          "tarred-rope_v2.zip",
          "SeaWornBrass_SG_TIFF.zip",
          "Pebblejar_Weaves.zip");

  private Path downloads;
  private Path work;

  /** Makes the archives once. */
  @Setup(Level.Trial)
  public void archives() throws IOException {
    downloads = Files.createTempDirectory("keepshelf-bench");
    SkerryLight.write(downloads, ZIPS);
  }

  /** An empty place for each run. */
  @Setup(Level.Invocation)
  public void room() throws IOException {
    work = Files.createTempDirectory("keepshelf-bench-run");
  }

  /** Clears the place. */
  @TearDown(Level.Invocation)
  public void clear() throws IOException {
    FileTrees.delete(work);
  }

  /** Removes the archives. */
  @TearDown(Level.Trial)
  public void remove() throws IOException {
    FileTrees.delete(downloads);
  }

  /** Ours. */
  @Benchmark
  public int takeIn() throws ShelfException, IOException {
    try (Shelf shelf = Shelf.open(work.resolve("shelf"));
        var all = Files.list(downloads)) {
      for (Path p : all.toList()) {
        shelf.file(shelf.read(p.toString(), Progress.NONE), Filing.Wishes.NONE, Progress.NONE);
      }
      return shelf.catalogue().items().size();
    }
  }

  /** The peer: unpack everything, then hash every file. */
  @Benchmark
  public int systemUnzipAndSha256() throws IOException, InterruptedException {
    String script =
        "for z in *.zip; do unzip -qq -o \"$z\" -d \"$1/$z.d\"; done; find \"$1\" -type f -print0 |"
            + " xargs -0 sha256sum > /dev/null";
    return SystemShell.run(script, downloads, work);
  }
}
