package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.duplicates.Picture;
import keepshelf.core.duplicates.PictureCollector;
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

/** Exact duplicates among 400 MB of files, beside hashing the same bytes with the system's tool. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 1)
@Measurement(iterations = 3)
public class ExactBenchmark {
  private static final int FILES = 100;
  private static final int BYTES = 4_000_000;

  private Path folder;

  /** Files of which every fourth stands twice. */
  @Setup(Level.Trial)
  public void write() throws IOException {
    folder = Files.createTempDirectory("keepshelf-exact");
    Random r = new Random(3);
    byte[] bytes = new byte[BYTES];
    for (int i = 0; i < FILES; i++) {
      if (i % 4 != 3) {
        r.nextBytes(bytes);
      }
      Files.write(folder.resolve("map_" + i + ".png"), bytes);
    }
  }

  /** Removes them. */
  @TearDown(Level.Trial)
  public void remove() throws IOException {
    FileTrees.delete(folder);
  }

  /** Ours: all files hashed, those of one hash put together. */
  @Benchmark
  public long find() {
    List<Picture> all = PictureCollector.ofPaths(List.of(folder.toString()), new ArrayList<>());
    return all.size() - all.stream().map(Picture::sha256).distinct().count();
  }

  /** The peer: the system's tool on both cores. */
  @Benchmark
  public int systemTool() throws IOException, InterruptedException {
    return SystemShell.run(
        "find . -type f -print0 | xargs -0 -P2 -n 10 sha256sum | sort | uniq -w64 -D",
        folder,
        folder);
  }
}
