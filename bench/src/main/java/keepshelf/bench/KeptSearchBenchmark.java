package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.duplicates.DuplicateFinder;
import keepshelf.core.duplicates.KnownPictures;
import keepshelf.core.duplicates.Picture;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.store.SqliteCatalogue;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.fingerprint.PhaseClosures;
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
 * A shelf's whole search from kept fingerprints: descriptors are read from the catalogue, pairs are
 * proposed and every proposed pair is verified. One picture in a hundred stands twice. Beside it a
 * new picture that is looked for among all of them.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SingleShotTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 1)
@Measurement(iterations = 2)
@Timeout(time = 40, timeUnit = TimeUnit.MINUTES)
public class KeptSearchBenchmark {
  private static final int BATCH = 2000;

  /** Side of the small picture to compare by. */
  private static final int SIDE = 128;

  /** How many maps the shelf has. */
  @Param({"10000", "100000"})
  public int count;

  /**
   * What they look like: {@code flat} lumps with descriptors that are made up, or {@code
   * structured} ones, each mixed of two places of the demo's maps, with descriptors of their own.
   */
  @Param("flat")
  public String maps;

  private Path folder;
  private SqliteCatalogue catalogue;
  private KnownPictures known;
  private List<Picture> pictures;
  private Descriptor arriving;

  /** Fills a catalogue; twins share a fingerprint but for the hash of the file. */
  @Setup(Level.Trial)
  public void fill() throws IOException, ShelfException {
    folder = Files.createTempDirectory("keepshelf-kept");
    catalogue = SqliteCatalogue.open(folder.resolve("catalogue.db"));
    pictures = new ArrayList<>();
    Fingerprint real = Fingerprint.of(new MapSet(Recipe.SLATE_SHINGLE, 256).baseColour());
    StructuredMaps structured = maps.equals("structured") ? new StructuredMaps() : null;
    Random r = new Random(11);
    Fingerprint last = null;
    for (int from = 0; from < count; from += BATCH) {
      int some = Math.min(BATCH, count - from);
      long[] seeds = r.longs(some).toArray();
      int first = from;
      List<Fingerprint> made =
          IntStream.range(0, some)
              .parallel()
              .mapToObj(i ->
                  structured == null
                      ? madeUp(new Random(seeds[i]), real, first + i)
                      : structured.fingerprint(seeds[i]))
              .toList();
      Map<String, Fingerprint> batch = new HashMap<>();
      for (int i = 0; i < some; i++) {
        int n = from + i;
        last = n % 100 == 99 ? twin(last, n) : made.get(i);
        String sha = String.format("%064x", n);
        pictures.add(
            new Picture("map" + n, folder, 1_000_000, sha, "item" + n, MapRole.BASE_COLOUR));
        batch.put(sha, last);
      }
      catalogue.pictures().putFingerprints(batch);
    }
    known = new KnownPictures(catalogue);
    arriving = last.descriptor();
    known.near(arriving);
  }

  private static Fingerprint madeUp(Random r, Fingerprint real, int i) {
    float[] f = new float[190];
    for (int k = 0; k < f.length; k++) {
      f[k] = (float) r.nextGaussian();
    }
    byte[] luma = new byte[SIDE * SIDE];
    int lump = 4 << r.nextInt(3);
    int[] lumps = r.ints((SIDE / lump + 1) * (SIDE / lump + 1), 20, 200).toArray();
    for (int k = 0; k < luma.length; k++) {
      luma[k] = (byte) (lumps[k / SIDE / lump * (SIDE / lump) + k % SIDE / lump] + r.nextInt(40));
    }
    return new Fingerprint(
        new Descriptor(1024, 1024, 1, 1, f, 0.5f, 0.5f, 0.5f, 30, i, false, PhaseClosures.UNKNOWN),
        luma,
        real.colour());
  }

  /** The same picture, but for one sample. */
  private static Fingerprint twin(Fingerprint f, int i) {
    Descriptor d = f.descriptor();
    return new Fingerprint(
        new Descriptor(
            d.width(),
            d.height(),
            1,
            1,
            d.features(),
            0.5f,
            0.5f,
            0.5f,
            30,
            i,
            false,
            d.closures()),
        f.luma(),
        f.colour());
  }

  /** Removes the catalogue. */
  @TearDown(Level.Trial)
  public void remove() throws IOException {
    catalogue.close();
    FileTrees.delete(folder);
  }

  /** All pairs of the shelf. */
  @Benchmark
  public int search() {
    return DuplicateFinder.find(pictures, catalogue, n -> {}).pairs().size();
  }

  /** One new picture among all that are known. */
  @Benchmark
  public int arriving() {
    return known.near(arriving).size();
  }
}
