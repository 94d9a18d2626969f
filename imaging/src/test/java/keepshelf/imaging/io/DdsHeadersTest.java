package keepshelf.imaging.io;

import static keepshelf.imaging.io.ProbeHeadersTest.is;
import static keepshelf.imaging.io.ProbeHeadersTest.little;
import static keepshelf.imaging.io.ProbeHeadersTest.probe;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Headers of block-compressed pictures, written by hand. */
class DdsHeadersTest {
  static byte[] dds(int flags, String code, int bits, int... masks) {
    ByteBuffer b = little(148);
    b.put("DDS ".getBytes(StandardCharsets.US_ASCII)).putInt(12, 20).putInt(16, 30);
    b.putInt(80, flags).putInt(88, bits);
    if (code != null) {
      b.put(84, code.getBytes(StandardCharsets.US_ASCII));
    }
    for (int i = 0; i < masks.length; i++) {
      b.putInt(92 + 4 * i, masks[i]);
    }
    return b.array();
  }

  @ParameterizedTest
  @CsvSource({
    "DXT1, 0, 3, BC1", "DXT1, 1, 4, BC1_ALPHA", "DXT3, 0, 4, BC2", "DXT5, 0, 4, BC3",
    "ATI1, 0, 1, BC4", "BC4S, 0, 1, BC4_SIGNED", "ATI2, 0, 3, BC5", "BC5S, 0, 3, BC5_SIGNED",
    "WHAT, 0, 4, OTHER"
  })
  void ddsSaysItsLayoutInFourLetters(String code, int alpha, int channels, DdsHeader.Layout layout)
      throws Exception {
    byte[] file = dds(4 | alpha, code, 0);
    is(probe(file), ImageFormat.DDS, 30, 20, channels, 8);
    DdsHeader h = DdsHeader.of(ByteBuffer.wrap(file));
    assertThat(h.layout()).isEqualTo(layout);
    long blocks = 8 * 5;
    assertThat(h.fileBytes()).isEqualTo(layout.blocks() ? 128 + blocks * layout.bytes() : 128);
  }

  @ParameterizedTest
  @CsvSource({
    // Number of the newer list | channels | bits | bytes behind the header
    "28, 4, 8, 2400", "87, 4, 8, 2400", "88, 3, 8, 2400", "61, 1, 8, 600", "71, 3, 8, 320",
    "77, 4, 8, 640", "80, 1, 8, 320", "83, 3, 8, 640", "2, 4, 32, 9600", "10, 4, 16, 4800",
    "11, 4, 16, 4800", "999, 4, 8, 0"
  })
  void ddsOfTheNewerListSaysItsLayoutByANumber(int number, int channels, int bits, long bytes)
      throws Exception {
    byte[] file = dds(4, "DX10", 0);
    ByteBuffer.wrap(file).order(ByteOrder.LITTLE_ENDIAN).putInt(128, number);
    is(probe(file), ImageFormat.DDS, 30, 20, channels, bits);
    assertThat(DdsHeader.of(ByteBuffer.wrap(file)).fileBytes()).isEqualTo(148 + bytes);
  }

  @Test
  void plainDdsSaysItsChannelsByMasks() throws Exception {
    is(probe(dds(0x40, null, 32, 0xFF, 0xFF00, 0xFF0000)), ImageFormat.DDS, 30, 20, 3, 8);
    byte[] alpha = dds(0x41, null, 32, 0xFF, 0xFF00, 0xFF0000, 0xFF000000);
    is(probe(alpha), ImageFormat.DDS, 30, 20, 4, 8);
    is(probe(dds(0x20000, null, 8, 0xFF)), ImageFormat.DDS, 30, 20, 1, 8);
    assertThatThrownBy(() -> probe(Arrays.copyOf(alpha, 100)))
        .hasMessageContaining("its header is cut off");
  }
}
