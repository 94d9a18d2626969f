package keepshelf.bench;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import keepshelf.core.Shelf;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Progress;
import keepshelf.core.intake.ArrivalQueue;
import keepshelf.core.intake.Filing;
import keepshelf.core.problem.ShelfException;
import keepshelf.demo.SkerryLight;
import net.lingala.zip4j.ZipFile;
import net.lingala.zip4j.model.ZipParameters;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Timeout;
import org.openjdk.jmh.annotations.Warmup;

/**
 * A mixed batch of ZIPs taken in (unpacked, hashed, recognised, every picture decoded and checked,
 * filed), beside a shell line that unpacks, hashes and makes thumbnails of the same files with the
 * system's own tools on both cores.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 1)
@Timeout(time = 60, timeUnit = TimeUnit.MINUTES)
@Measurement(iterations = 2)
public class BatchBenchmark {
  /** How often each demo archive stands in the batch; 28 make about 2 GB. */
  @Param("4")
  public int copies;

  private Path downloads;
  private Path work;

  /** Makes the batch once; every copy differs in a text file. */
  @Setup(Level.Trial)
  public void archives() throws IOException {
    Path once = Files.createTempDirectory("keepshelf-batch-demo");
    SkerryLight.write(once);
    downloads = Files.createTempDirectory("keepshelf-batch");
    try (var all = Files.list(once)) {
      for (Path p : all.toList()) {
        String name = p.getFileName().toString();
        boolean sound =
            name.endsWith(".zip") && !name.matches(".*(protected|odd-entries|wet-kelp|\\(1\\)).*");
        for (int i = 0; sound && i < copies; i++) {
          Path copy = downloads.resolve(name.replace(".zip", "_" + i + ".zip"));
          Files.copy(p, copy);
          ZipParameters entry = new ZipParameters();
          entry.setFileNameInZip("copy.txt");
          try (ZipFile zip = new ZipFile(copy.toFile())) {
            zip.addStream(
                new ByteArrayInputStream(("copy " + i).getBytes(StandardCharsets.UTF_8)), entry);
          }
        }
      }
    }
    FileTrees.delete(once);
  }

  /** An empty place for each run. */
  @Setup(Level.Invocation)
  public void room() throws IOException {
    work = Files.createTempDirectory("keepshelf-batch-run");
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
      List<String> paths = all.sorted().map(Path::toString).toList();
      try (ArrivalQueue arrivals = new ArrivalQueue(paths, p -> shelf.read(p, Progress.NONE))) {
        for (int i = 0; i < paths.size(); i++) {
          shelf.file(arrivals.next(), Filing.Wishes.NONE, Progress.NONE);
        }
      }
      return shelf.catalogue().items().size();
    }
  }

  /** The peer. */
  @Benchmark
  public int systemTools() throws IOException, InterruptedException {
    String script =
        "ls *.zip | xargs -P2 -I{} unzip -qq -o {} -d \"$1/{}.d\"; "
            + "find \"$1\" -type f -print0 | xargs -0 -P2 -n 20 sha256sum > /dev/null; "
            + "find \"$1\" -type f \\( -name '*.png' -o -name '*.jpg' -o -name '*.tif' -o -name"
            + " '*.exr' -o -name '*.hdr' \\) -print0 | xargs -0 -P2 -I{} convert {} -thumbnail"
            + " 168x168 {}.thumb.jpg";
    return SystemShell.run(script, downloads, work);
  }
}
