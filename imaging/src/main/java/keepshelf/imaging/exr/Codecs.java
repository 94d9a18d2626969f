package keepshelf.imaging.exr;

import java.io.IOException;
import java.util.Arrays;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;

/** Undoes the compressions of a block. What comes out lies row by row, channel after channel. */
final class Codecs {
  private Codecs() {}

  /**
   * The samples of {@code block} as they lie in an uncompressed file.
   *
   * @throws ExrException when the data does not give as many bytes as the block has
   */
  static byte[] decode(Compression compression, byte[] data, Block block) throws IOException {
    int size = block.bytes();
    if (data.length == size) {
      // What would not get smaller is stored as it is, whatever the header says.
      return data;
    }
    return switch (compression) {
      case NONE -> throw new ExrException("a block of its pixels is damaged");
      case RLE -> predicted(runs(data, size));
      case ZIPS, ZIP -> predicted(inflated(data, 0, data.length, size));
      case PIZ -> Piz.decode(data, block);
      case PXR24 -> Pxr24.decode(data, block);
      case B44, B44A -> B44.decode(data, block);
      case DWAA, DWAB -> Dwa.decode(data, block);
    };
  }

  /** Inflates {@code length} bytes of {@code data} into exactly {@code size} bytes. */
  static byte[] inflated(byte[] data, int from, int length, int size) throws ExrException {
    byte[] out = new byte[size];
    try (Inflater inflater = new Inflater()) {
      inflater.setInput(data, from, length);
      int n = 0;
      while (n < size) {
        int more = inflater.inflate(out, n, size - n);
        if (more == 0) {
          throw new ExrException("a block of its pixels is damaged");
        }
        n += more;
      }
      return out;
    } catch (DataFormatException e) {
      throw new ExrException("a block of its pixels is damaged", e);
    }
  }

  /** Takes runs apart into exactly {@code size} bytes. */
  static byte[] runs(byte[] data, int size) throws ExrException {
    byte[] out = new byte[size];
    int n = 0;
    int at = 0;
    while (at < data.length && n < size) {
      int count = data[at++];
      if (count < 0) {
        System.arraycopy(data, at, out, n, -count);
        at -= count;
        n -= count;
      } else {
        Arrays.fill(out, n, n + count + 1, data[at++]);
        n += count + 1;
      }
    }
    if (n != size) {
      throw new ExrException("a block of its pixels is damaged");
    }
    return out;
  }

  /** Undoes the differences between neighbours and puts the two halves back into one another. */
  static byte[] predicted(byte[] t) {
    for (int i = 1; i < t.length; i++) {
      t[i] = (byte) (t[i - 1] + t[i] - 128);
    }
    byte[] out = new byte[t.length];
    int half = (t.length + 1) / 2;
    for (int i = 0; i < t.length; i++) {
      out[i] = t[(i & 1) == 0 ? i / 2 : half + i / 2];
    }
    return out;
  }
}
