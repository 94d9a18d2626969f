package keepshelf.core.duplicates;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import keepshelf.core.catalogue.kin.KeptDescriptor;
import keepshelf.core.catalogue.kin.KeptPictures;
import keepshelf.core.model.MapRole;
import keepshelf.core.store.SqliteCatalogue;
import keepshelf.imaging.fingerprint.Descriptor;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Fingerprints that a catalogue keeps; the files they are of are nowhere. */
class PrintsTest {
  @TempDir Path dir;
  private SqliteCatalogue catalogue;
  private KeptPictures kept;

  @BeforeEach
  void open() throws Exception {
    catalogue = SqliteCatalogue.open(dir.resolve("catalogue.db"));
    kept = catalogue.pictures();
  }

  @AfterEach
  void close() {
    catalogue.close();
  }

  private static Fingerprint grit(int seed, int contrast) {
    Random r = new Random(seed);
    byte[] out = new byte[128 * 128];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) (100 + r.nextInt(contrast));
    }
    return Fingerprint.of(Pixels.u8(128, 128, 1, out));
  }

  /** As it was kept when there were no closures. */
  private static Fingerprint before(Fingerprint f) {
    byte[] shorter = Arrays.copyOf(f.descriptor().toBytes(), 804);
    return new Fingerprint(Descriptor.ofBytes(shorter), f.luma(), f.colour());
  }

  private void search(List<String> decoded) {
    List<Picture> pictures = new ArrayList<>();
    for (KeptDescriptor k : kept.descriptors(0)) {
      pictures.add(
          new Picture(k.sha256(), dir, 1000, k.sha256(), "of " + k.sha256(), MapRole.ROUGHNESS));
    }
    DuplicateFinder.find(pictures, catalogue, decoded::add);
  }

  /** A shelf of before has no closures: they come from what is kept, no picture is decoded. */
  @Test
  void whatWasKeptWithoutClosuresIsCompleted() {
    kept.putFingerprints(Map.of("a", before(grit(1, 150)), "b", before(grit(2, 150))));
    assertThat(kept.descriptors(0)).hasSize(2).allMatch(k -> k.descriptor().closures().unknown());

    List<String> decoded = new ArrayList<>();
    search(decoded);

    assertThat(decoded).isEmpty();
    assertThat(kept.descriptors(0))
        .hasSize(2)
        .noneMatch(k -> k.descriptor().closures().unknown())
        .noneMatch(k -> k.descriptor().lacksClosures());
  }

  /** A plain map has no clear closures, and is not asked for them with each search. */
  @Test
  void whatWasCompletedIsNotWrittenAgain() {
    Map<String, Fingerprint> both = new HashMap<>();
    both.put("grit", before(grit(1, 150)));
    both.put("plain", before(grit(1, 1)));
    kept.putFingerprints(both);
    search(new ArrayList<>());
    List<Long> rows = kept.descriptors(0).stream().map(KeptDescriptor::row).toList();
    assertThat(kept.descriptors(0)).noneMatch(k -> k.descriptor().lacksClosures());

    search(new ArrayList<>());

    assertThat(kept.descriptors(0)).extracting(KeptDescriptor::row).isEqualTo(rows);
  }
}
