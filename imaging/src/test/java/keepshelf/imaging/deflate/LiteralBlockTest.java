package keepshelf.imaging.deflate;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.util.Arrays;
import java.util.Random;
import java.util.zip.Deflater;
import java.util.zip.Inflater;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class LiteralBlockTest {
  /** What bytes of a line may be like. */
  private enum Bytes {
    ALL_ALIKE {
      @Override
      int next(Random r, int i) {
        return 200;
      }
    },
    TWO_KINDS {
      @Override
      int next(Random r, int i) {
        return r.nextInt(50) == 0 ? 255 : 0;
      }
    },
    RESIDUES {
      @Override
      int next(Random r, int i) {
        return (int) Math.round(4 * r.nextGaussian());
      }
    },
    EVEN {
      @Override
      int next(Random r, int i) {
        return r.nextInt(256);
      }
    },
    /** Each half as frequent as the one before: codes would be longer than deflate allows. */
    HALVED {
      @Override
      int next(Random r, int i) {
        return Math.min(40, Integer.numberOfTrailingZeros(i + 1) * 2);
      }
    };

    abstract int next(Random r, int i);

    byte[] some(int count) {
      Random r = new Random(count);
      byte[] out = new byte[count];
      for (int i = 0; i < count; i++) {
        out[i] = (byte) next(r, i);
      }
      return out;
    }
  }

  private static byte[] inflated(byte[] packed, int length) throws Exception {
    Inflater inflater = new Inflater(true);
    inflater.setInput(packed);
    byte[] out = new byte[length + 1];
    int n = 0;
    while (!inflater.finished() && !inflater.needsInput()) {
      n += inflater.inflate(out, n, out.length - n);
    }
    assertThat(inflater.getRemaining()).isZero();
    inflater.end();
    return Arrays.copyOf(out, n);
  }

  @ParameterizedTest
  @EnumSource(Bytes.class)
  void comesBackFromAnyReader(Bytes kind) throws Exception {
    for (int count : new int[] {0, 1, 2, 255, 4096, 300_000}) {
      byte[] data = kind.some(count);
      assertThat(inflated(new LiteralBlock(data, count).packed(true), count))
          .as("%d", count)
          .isEqualTo(data);
    }
  }

  @Test
  void blocksFollowEachOtherOnWholeBytes() throws Exception {
    ByteArrayOutputStream all = new ByteArrayOutputStream();
    ByteArrayOutputStream expected = new ByteArrayOutputStream();
    for (int i = 0; i < 40; i++) {
      byte[] data = Bytes.values()[i % Bytes.values().length].some(1000 + i);
      all.write(new LiteralBlock(data, data.length).packed(false));
      expected.write(data);
    }
    all.write(new LiteralBlock(new byte[0], 0).packed(true));
    assertThat(inflated(all.toByteArray(), expected.size())).isEqualTo(expected.toByteArray());
  }

  @ParameterizedTest
  @EnumSource(Bytes.class)
  void isAsSmallAsTheLibrarysCodes(Bytes kind) {
    byte[] data = kind.some(200_000);
    Deflater d = new Deflater(1, true);
    d.setStrategy(Deflater.HUFFMAN_ONLY);
    d.setInput(data);
    d.finish();
    int size = 0;
    byte[] room = new byte[1 << 16];
    while (!d.finished()) {
      size += d.deflate(room);
    }
    d.end();
    LiteralBlock block = new LiteralBlock(data, data.length);
    assertThat(block.packed(true).length).isLessThan((int) (1.02 * size) + 150);
    assertThat(block.bits(0, data.length) / 8)
        .isCloseTo(block.bits(0, 777) / 8 + block.bits(777, data.length) / 8, within1());
  }

  private static org.assertj.core.data.Offset<Long> within1() {
    return org.assertj.core.api.Assertions.within(1L);
  }
}
