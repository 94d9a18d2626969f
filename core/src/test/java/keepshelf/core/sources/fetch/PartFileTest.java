package keepshelf.core.sources.fetch;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.RandomAccessFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.Random;
import java.util.Set;
import keepshelf.core.disk.Hashes;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What was fetched stays through breaks; what a loss of power left in length only does not. */
class PartFileTest {
  @TempDir Path dir;
  private final byte[] all = new byte[3 * PartFile.BLOCK + 12_345];

  private PartFile open() throws Exception {
    return PartFile.open(dir.resolve("x.part"), all.length).orElseThrow();
  }

  private String hash() {
    return HexFormat.of().formatHex(Hashes.digest().digest(all));
  }

  @Test
  void piecesOfAnySizeBecomeTheFile() throws Exception {
    Random r = new Random(3);
    r.nextBytes(all);
    int at = 0;
    while (at < all.length) {
      // A new process every time.
      try (PartFile p = open()) {
        assertThat(p.length()).isEqualTo(at);
        for (int i = 0; i < 4 && at < all.length; i++) {
          int n = Math.min(all.length - at, 1 + r.nextInt(700_000));
          p.write(Arrays.copyOfRange(all, at, at + n), n);
          at += n;
        }
      }
    }
    try (PartFile p = open()) {
      assertThat(p.resumed()).isTrue();
      assertThat(p.sha256()).isEqualTo(hash());
      p.finish(dir.resolve("done/x"));
    }
    assertThat(Files.readAllBytes(dir.resolve("done/x"))).isEqualTo(all);
    try (var left = Files.list(dir)) {
      assertThat(left).containsExactly(dir.resolve("done"));
    }
  }

  @Test
  void ABlockThatIsNotWhatWasWrittenIsFetchedAgain() throws Exception {
    new Random(4).nextBytes(all);
    try (PartFile p = open()) {
      p.write(all, all.length - 5);
    }
    try (RandomAccessFile f = new RandomAccessFile(dir.resolve("x.part").toFile(), "rw")) {
      f.seek(PartFile.BLOCK + 77);
      f.write(new byte[9999]);
    }
    try (PartFile p = open()) {
      assertThat(p.length()).isEqualTo(PartFile.BLOCK);
      byte[] rest = Arrays.copyOfRange(all, PartFile.BLOCK, all.length);
      p.write(rest, rest.length);
      assertThat(p.sha256()).isEqualTo(hash());
    }
  }

  @Test
  void onlyOneAtATime() throws Exception {
    try (PartFile p = open()) {
      assertThat(PartFile.open(dir.resolve("x.part"), all.length)).isEmpty();
      p.write(new byte[10], 10);
      p.clear();
      assertThat(p.length()).isZero();
      assertThat(p.sha256()).isEqualTo(Hashes.sha256(""));
    }
  }

  @Test
  void namesOfFilesAreNamesEverywhere() {
    Set<String> taken = new HashSet<>();
    assertThat(FileNames.safe("wet kelp.zip", taken)).isEqualTo("wet kelp.zip");
    assertThat(FileNames.safe("WET KELP.zip", taken)).isEqualTo("WET KELP-2.zip");
    assertThat(FileNames.safe("../..\\evil:\u202ename.zip", taken)).isEqualTo("evil-name.zip");
    assertThat(FileNames.safe("nul.zip", taken)).isEqualTo("file-nul.zip");
    assertThat(FileNames.safe("", taken)).isEqualTo("file-");
    assertThat(FileNames.safe("x".repeat(500) + ".zip", taken)).hasSize(120).endsWith("x.zip");
  }
}
