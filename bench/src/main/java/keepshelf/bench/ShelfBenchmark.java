package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import keepshelf.core.Shelf;
import keepshelf.core.edit.Field;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.search.Query;
import keepshelf.core.search.Search;
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
 * A shelf of a hundred thousand items: reading it, and finding on it by words that were not asked
 * for before. The limits are two seconds and fifty milliseconds. The shelf is kept in the folder
 * for temporary files between runs.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 3)
@Measurement(iterations = 5)
@Timeout(time = 30, timeUnit = TimeUnit.MINUTES)
public class ShelfBenchmark {
  /** What is searched for. */
  @State(Scope.Benchmark)
  public static class Asked {
    /** Queries of all kinds. */
    @Param({
      "",
      "r",
      "rope",
      "rope slate",
      "\"lens glass\"",
      "verdigriss",
      "pebblejar -rope",
      "res>=2K licence:credit kind:material",
      "copper tile<1m got>2026-03 -source:pebblejar",
      "colour:#4a7f6b"
    })
    public String text;
  }

  private Shelf shelf;
  private Search search;
  private int shots;

  /** Makes the shelf when it is not there. */
  @Setup(Level.Trial)
  public void open() throws IOException, ShelfException {
    Path root = Path.of(System.getProperty("java.io.tmpdir"), "keepshelf-many-100000");
    ManyShelf.make(root, 100_000);
    shelf = Shelf.open(root);
    // The window does so by itself once it has read a shelf.
    shelf.catalogue().tidy();
  }

  /** A fresh search for each shot, so that nothing is remembered; then one item is changed. */
  @Setup(Level.Invocation)
  public void fresh() throws ShelfException {
    search = shelf.search();
    String one = search.all().get(shots++ % search.all().size()).id();
    shelf.editing().set(List.of(one), Field.TAGS, "shot " + shots);
  }

  /** Closes it. */
  @TearDown(Level.Trial)
  public void close() {
    shelf.close();
  }

  /** All cards are read and the index is made ready. */
  @Benchmark
  public int read() {
    return shelf.search().all().size();
  }

  /** What one change of one item needs before it can be found. */
  @Benchmark
  public int renew() {
    return shelf.search(search).all().size();
  }

  /** One query with the counts of all facets. */
  @Benchmark
  public int find(Asked asked) {
    return search.find(Query.of(asked.text)).cards().size();
  }
}
