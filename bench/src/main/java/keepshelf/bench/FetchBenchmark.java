package keepshelf.bench;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import keepshelf.core.Shelf;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.PackNews;
import keepshelf.core.sources.SourceNews;
import keepshelf.core.sources.Sources;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.core.sources.fetch.Fetching;
import keepshelf.core.sources.fetch.Wishes;
import keepshelf.core.sources.web.Web;
import keepshelf.standins.shop.Shop;
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
import org.openjdk.jmh.annotations.Warmup;

/**
 * Fetching a file and proving it by its hash, from a shop on this computer, against the system's
 * own download tool and {@code sha256sum}.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 1)
@Measurement(iterations = 4)
public class FetchBenchmark {
  /** Megabytes that are fetched. */
  @Param("512")
  public int megabytes;

  private Path folder;
  private Shop shop;
  private Shelf shelf;

  /** Makes a file of noise and a feed that has it. */
  @Setup(Level.Trial)
  public void open() throws IOException, ShelfException {
    folder = Files.createTempDirectory("keepshelf-fetch");
    Path source = Files.createDirectories(folder.resolve("shop/quay"));
    Path file = source.resolve("slate_v1.zip");
    Random r = new Random(1);
    byte[] piece = new byte[1 << 20];
    try (OutputStream out = Files.newOutputStream(file)) {
      for (int i = 0; i < megabytes; i++) {
        r.nextBytes(piece);
        out.write(piece);
      }
    }
    Files.writeString(
        source.resolve("feed.json"),
        "{\"form\":\"keepshelf-source-feed/1\",\"items\":[{\"id\":\"slate\",\"name\":\"Slate\","
            + "\"free\":true,\"versions\":[{\"version\":\"1\",\"editions\":[{\"name\":\"2K\","
            + "\"files\":[{\"path\":\"slate_v1.zip\",\"bytes\":"
            + Files.size(file)
            + ",\"sha256\":\""
            + Hashes.sha256(file)
            + "\"}]}]}]}]}");
    shop = Shop.open(folder.resolve("shop"), 0);
    shelf = Shelf.open(folder.resolve("shelf"));
    Sources sources = shelf.sources();
    sources.connect("Quay", shop.feed("quay").toString(), null);
    try (Web web = new Web()) {
      sources.ask(sources.need("Quay"), web);
    }
  }

  /** Forgets what was fetched. */
  @Setup(Level.Invocation)
  public void clear() throws IOException {
    FileTrees.delete(folder.resolve("shelf/.keepshelf/fetch"));
    Files.deleteIfExists(folder.resolve("slate.zip"));
  }

  /** Removes everything. */
  @TearDown(Level.Trial)
  public void remove() throws IOException {
    shop.close();
    shelf.close();
    FileTrees.delete(folder);
  }

  /** Ours; the file holds nothing to file, which is said in the end. */
  @Benchmark
  public Fetch.State fetched() throws ShelfException {
    SourceNews n = shelf.sources().news().getFirst();
    PackNews p = n.packs().getFirst();
    try (Web web = new Web()) {
      Fetching f = shelf.fetching(web, Fetching.Hearing.NONE);
      Fetch wish = f.queue().add(List.of(Wishes.newest(n, p, null))).getFirst();
      f.runAll();
      Fetch.State s = f.queue().find(wish.id()).orElseThrow().state();
      if (s != Fetch.State.QUESTION) {
        throw new IllegalStateException("it was not fetched: " + s);
      }
      return s;
    }
  }

  /** The system's tools, one after the other. */
  @Benchmark
  public int curlAndSum() throws IOException, InterruptedException {
    String at = shop.feed("quay").resolve("slate_v1.zip").toString();
    String script = "curl -s -o slate.zip '" + at + "' && sync slate.zip && sha256sum slate.zip";
    return SystemShell.run(script, folder, folder);
  }
}
