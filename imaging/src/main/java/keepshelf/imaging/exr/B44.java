package keepshelf.imaging.exr;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Half floats in squares of 4 x 4, packed into 14 bytes, or into 3 when all are equal; other
 * samples are stored as they are.
 */
final class B44 {
  /** From here on the third byte says that all samples of a square are equal. */
  private static final int FLAT = 13 << 2;

  private B44() {}

  static byte[] decode(byte[] in, Block block) throws ExrException {
    List<byte[]> planes = new ArrayList<>();
    int at = 0;
    for (int c = 0; c < block.channels().size(); c++) {
      Channel channel = block.channels().get(c);
      byte[] plane = new byte[block.rowBytes(c) * block.rows(c)];
      planes.add(plane);
      if (channel.sample() != Sample.HALF) {
        System.arraycopy(in, at, plane, 0, plane.length);
        at += plane.length;
        continue;
      }
      int w = block.columns(c);
      int h = block.rows(c);
      int[] s = new int[16];
      for (int y = 0; y < h; y += 4) {
        for (int x = 0; x < w; x += 4) {
          at = square(in, at, s);
          put(s, channel.perceptual(), plane, x, y, w, h);
        }
      }
    }
    if (at != in.length) {
      throw new ExrException("a block of its pixels is damaged");
    }
    return block.interleaved(planes);
  }

  /** Unpacks the square at {@code at} into 16 half floats, row by row; gives the place after it. */
  private static int square(byte[] b, int at, int[] s) {
    int first = (b[at] & 0xFF) << 8 | b[at + 1] & 0xFF;
    if ((b[at + 2] & 0xFF) >= FLAT) {
      Arrays.fill(s, half(first));
      return at + 3;
    }
    int shift = (b[at + 2] & 0xFF) >> 2;
    int bias = 0x20 << shift;
    // After the shift stand 15 differences of six bits: down the first column, then each further
    // column from its left neighbour.
    long bits = 0;
    s[0] = first;
    int bit = 22;
    int[] order = {4, 8, 12, 1, 5, 9, 13, 2, 6, 10, 14, 3, 7, 11, 15};
    for (int i : order) {
      int byteAt = at + bit / 8;
      int two = (b[byteAt] & 0xFF) << 8 | (byteAt + 1 < at + 14 ? b[byteAt + 1] & 0xFF : 0);
      int six = two >> 10 - bit % 8 & 0x3F;
      int from = i % 4 == 0 ? i - 4 : i - 1;
      s[i] = s[from] + (six << shift) - bias & 0xFFFF;
      bit += 6;
    }
    for (int i = 0; i < 16; i++) {
      s[i] = half(s[i]);
    }
    return at + 14;
  }

  /** Back from the order in which half floats compare like whole numbers. */
  private static int half(int s) {
    return (s & 0x8000) != 0 ? s & 0x7FFF : ~s & 0xFFFF;
  }

  private static void put(int[] s, boolean perceptual, byte[] plane, int x, int y, int w, int h) {
    for (int j = 0; j < 4 && y + j < h; j++) {
      for (int i = 0; i < 4 && x + i < w; i++) {
        int v = perceptual ? logarithm(s[j * 4 + i]) : s[j * 4 + i];
        int to = 2 * ((y + j) * w + x + i);
        plane[to] = (byte) v;
        plane[to + 1] = (byte) (v >> 8);
      }
    }
  }

  /** Perceptual channels went through exp(x / 8) before they were packed. */
  private static int logarithm(int half) {
    float f = Float.float16ToFloat((short) half);
    if (!Float.isFinite(f) || f < 0) {
      return 0;
    }
    return Float.floatToFloat16((float) (8 * Math.log(f))) & 0xFFFF;
  }
}
