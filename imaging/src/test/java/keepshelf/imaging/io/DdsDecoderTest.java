package keepshelf.imaging.io;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.UnreadableImageException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Blocks worked out by hand from the format's description. */
class DdsDecoderTest {
  @TempDir Path dir;

  private Pixels decode(String code, int flags, int bits, int[] masks, byte... data)
      throws Exception {
    ByteBuffer b = ByteBuffer.allocate(128 + data.length).order(ByteOrder.LITTLE_ENDIAN);
    b.put("DDS ".getBytes(StandardCharsets.US_ASCII))
        .putInt(124)
        .putInt(0x1007)
        .putInt(4)
        .putInt(4);
    b.position(76);
    b.putInt(32).putInt(flags).put(code.getBytes(StandardCharsets.US_ASCII)).putInt(bits);
    for (int m : masks) {
      b.putInt(m);
    }
    b.position(128);
    b.put(data);
    Path f = dir.resolve("block.dds");
    Files.write(f, b.array());
    ImageInfo info = ImageProbe.probe(f).orElseThrow();
    Pixels p = ImageDecoder.decode(f);
    assertThat(p.channels()).isEqualTo(info.channels());
    return p;
  }

  private static int value(Pixels p, int x, int y, int c) {
    return Math.round(p.value(x, y, c) * 255);
  }

  @Test
  void twoColoursAndTheThirdsBetweenThem() throws Exception {
    // Red (31, 0, 0) and blue (0, 0, 31); the first row takes 0, 1, 2, 3, all others 0.
    Pixels p =
        decode(
            "DXT1",
            4,
            0,
            new int[4],
            (byte) 0,
            (byte) 0xF8,
            (byte) 0x1F,
            (byte) 0,
            (byte) 0xE4,
            (byte) 0,
            (byte) 0,
            (byte) 0);
    assertThat(p.channels()).isEqualTo(3);
    assertThat(value(p, 0, 0, 0)).isEqualTo(255);
    assertThat(value(p, 1, 0, 2)).isEqualTo(255);
    assertThat(value(p, 2, 0, 0)).isEqualTo(170);
    assertThat(value(p, 2, 0, 2)).isEqualTo(85);
    assertThat(value(p, 3, 0, 0)).isEqualTo(85);
    assertThat(value(p, 3, 3, 0)).isEqualTo(255);
  }

  @Test
  void theSmallerColourFirstMeansAHoleInTheFourth() throws Exception {
    Pixels p =
        decode(
            "DXT1",
            5,
            0,
            new int[4],
            (byte) 0x1F,
            (byte) 0,
            (byte) 0,
            (byte) 0xF8,
            (byte) 0xE4,
            (byte) 0,
            (byte) 0,
            (byte) 0);
    assertThat(p.channels()).isEqualTo(4);
    assertThat(value(p, 3, 0, 3)).isZero();
    assertThat(value(p, 2, 0, 3)).isEqualTo(255);
    assertThat(value(p, 2, 0, 0)).isEqualTo(127);
  }

  @Test
  void twoValuesAndTheSixBetweenThem() throws Exception {
    // 255 and 0; three bits a pixel: 0, 1, 2, 3, 4, 5, 6, 7, then 0.
    byte[] grey = {(byte) 255, 0, (byte) 0x88, (byte) 0xC6, (byte) 0xFA, 0, 0, 0};
    Pixels p = decode("ATI1", 4, 0, new int[4], grey);
    assertThat(p.channels()).isEqualTo(1);
    int[] expected = {255, 0, 219, 182, 146, 109, 73, 36};
    for (int i = 0; i < 8; i++) {
      assertThat(value(p, i % 4, i / 4, 0)).isEqualTo(expected[i]);
    }
    byte[] two = new byte[16];
    System.arraycopy(grey, 0, two, 8, 8);
    Pixels normal = decode("ATI2", 4, 0, new int[4], two);
    assertThat(normal.channels()).isEqualTo(3);
    assertThat(value(normal, 2, 0, 1)).isEqualTo(219);
    assertThat(value(normal, 2, 0, 2)).isZero();
  }

  @Test
  void plainPixelsByTheirMasks() throws Exception {
    byte[] data = new byte[64];
    for (int i = 0; i < 16; i++) {
      data[4 * i] = 10;
      data[4 * i + 1] = 20;
      data[4 * i + 2] = 30;
      data[4 * i + 3] = 40;
    }
    int[] bgra = {0xFF0000, 0xFF00, 0xFF, 0xFF000000};
    Pixels p = decode("\0\0\0\0", 0x41, 32, bgra, data);
    assertThat(value(p, 1, 1, 0)).isEqualTo(30);
    assertThat(value(p, 1, 1, 1)).isEqualTo(20);
    assertThat(value(p, 1, 1, 2)).isEqualTo(10);
    assertThat(value(p, 1, 1, 3)).isEqualTo(40);
  }

  @Test
  void whatIsNotKnownIsSaid() {
    assertThatThrownBy(() -> decode("BC7 ", 4, 0, new int[4], new byte[16]))
        .isInstanceOf(UnreadableImageException.class)
        .hasMessageContaining("not decoded");
  }
}
