package keepshelf.core.format.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.zip.CRC32;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Packages are read byte by byte, as the specification of USDZ has them. */
class UsdzPackageTest {
  private static final int LOCAL = 0x04034b50;

  @TempDir Path dir;
  private Path to;

  @BeforeEach
  void files() throws Exception {
    to = dir.resolve("kelp.usdz");
    Random random = new Random(3);
    for (int size : new int[] {0, 1, 63, 64, 65, 4097}) {
      byte[] b = new byte[size];
      random.nextBytes(b);
      Files.createDirectories(dir.resolve("textures"));
      Files.write(dir.resolve("textures/t" + size + ".png"), b);
    }
    Files.writeString(dir.resolve("kelp.usda"), "#usda 1.0\n");
  }

  private record Entry(String name, int method, int flags, int crc, int size, int data) {}

  private List<Entry> entries() throws IOException {
    ByteBuffer b = ByteBuffer.wrap(Files.readAllBytes(to)).order(ByteOrder.LITTLE_ENDIAN);
    List<Entry> out = new ArrayList<>();
    int at = 0;
    while (b.getInt(at) == LOCAL) {
      int name = b.getShort(at + 26);
      int extra = b.getShort(at + 28);
      int size = b.getInt(at + 22);
      int data = at + 30 + name + extra;
      out.add(
          new Entry(
              new String(b.array(), at + 30, name, StandardCharsets.UTF_8),
              b.getShort(at + 8),
              b.getShort(at + 6),
              b.getInt(at + 14),
              size,
              data));
      at = data + size;
    }
    return out;
  }

  @Test
  void everyFileBeginsAtSixtyFourBytesAndIsStoredAsItIs() throws Exception {
    List<String> names = new ArrayList<>(List.of("kelp.usda"));
    for (int size : new int[] {0, 1, 63, 64, 65, 4097}) {
      names.add("textures/t" + size + ".png");
    }
    UsdzPackage.write(dir, names, to);
    byte[] all = Files.readAllBytes(to);
    assertThat(entries()).extracting(Entry::name).isEqualTo(names);
    for (Entry e : entries()) {
      assertThat(e.data() % 64).as(e.name()).isZero();
      assertThat(e.method()).isZero();
      // Neither encrypted nor with its size behind the data.
      assertThat(e.flags() & 0b1001).isZero();
      byte[] original = Files.readAllBytes(dir.resolve(e.name()));
      byte[] stored = java.util.Arrays.copyOfRange(all, e.data(), e.data() + e.size());
      assertThat(stored).isEqualTo(original);
      CRC32 crc = new CRC32();
      crc.update(original);
      assertThat(Integer.toUnsignedLong(e.crc())).isEqualTo(crc.getValue());
    }
  }

  @Test
  void theStageComesFirst() throws Exception {
    UsdzPackage.write(dir, List.of("kelp.usda", "textures/t1.png"), to);
    assertThat(entries().getFirst().name()).isEqualTo("kelp.usda");
  }

  @Test
  void aFileThatIsMissingIsNamed() {
    assertThatThrownBy(() -> UsdzPackage.write(dir, List.of("kelp.usda", "gone.png"), to))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("gone.png");
  }
}
