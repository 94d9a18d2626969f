package keepshelf.imaging.exr;

import java.util.ArrayList;
import java.util.List;

/** Values that occur, numbered in order; wavelets over these numbers; a Huffman code over those. */
final class Piz {
  private static final int BITMAP = 8192;

  private Piz() {}

  static byte[] decode(byte[] in, Block block) throws ExrException {
    int low = le16(in, 0);
    int high = le16(in, 2);
    int at = 4;
    byte[] bitmap = new byte[BITMAP];
    if (low >= BITMAP || high >= BITMAP) {
      throw new ExrException("a block of its pixels is damaged");
    }
    if (low <= high) {
      System.arraycopy(in, at, bitmap, low, high - low + 1);
      at += high - low + 1;
    }
    short[] values = new short[1 << 16];
    int most = values(bitmap, values);
    int size = le16(in, at) | le16(in, at + 2) << 16;
    at += 4;
    if (size < 0 || size > in.length - at) {
      throw new ExrException("a block of its pixels is damaged");
    }
    short[] numbers = Huffman.decode(in, at, size, block.bytes() / 2);
    List<byte[]> planes = new ArrayList<>();
    int from = 0;
    for (int c = 0; c < block.channels().size(); c++) {
      int w = block.columns(c);
      int h = block.rows(c);
      int each = block.channels().get(c).sample().bytes / 2;
      for (int j = 0; j < each; j++) {
        new Wavelet(numbers, from + j, each, w * each, most).undo(w, h);
      }
      byte[] plane = new byte[w * h * each * 2];
      for (int i = 0; i < w * h * each; i++) {
        int v = values[numbers[from + i] & 0xFFFF];
        plane[2 * i] = (byte) v;
        plane[2 * i + 1] = (byte) (v >> 8);
      }
      planes.add(plane);
      from += w * h * each;
    }
    return block.interleaved(planes);
  }

  /** Fills in which value each number stands for; gives the highest number. */
  private static int values(byte[] bitmap, short[] values) {
    int k = 0;
    for (int i = 0; i < 1 << 16; i++) {
      if (i == 0 || (bitmap[i >> 3] & 1 << (i & 7)) != 0) {
        values[k++] = (short) i;
      }
    }
    return k - 1;
  }

  private static int le16(byte[] b, int i) {
    return b[i] & 0xFF | (b[i + 1] & 0xFF) << 8;
  }
}
