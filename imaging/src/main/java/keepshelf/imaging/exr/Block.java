package keepshelf.imaging.exr;

import java.util.List;

/**
 * The piece of a part that one compressed chunk holds.
 *
 * @param channels of the part, in stored order
 * @param x0 its leftmost column, in the coordinates of the data window
 * @param y0 its top row, in the coordinates of the data window
 * @param width its columns
 * @param height its rows
 */
record Block(List<Channel> channels, int x0, int y0, int width, int height) {
  /** Samples of a row of channel {@code c}. */
  int columns(int c) {
    return count(x0, width, channels.get(c).stepX());
  }

  /** Rows of channel {@code c}. */
  int rows(int c) {
    return count(y0, height, channels.get(c).stepY());
  }

  /** Whether row {@code y} of this block, counted from 0, has samples of channel {@code c}. */
  boolean has(int c, int y) {
    return Math.floorMod(y0 + y, channels.get(c).stepY()) == 0;
  }

  /** Bytes of one row of channel {@code c}. */
  int rowBytes(int c) {
    return columns(c) * channels.get(c).sample().bytes;
  }

  /** Bytes of the whole block, decompressed. */
  int bytes() {
    long sum = 0;
    for (int c = 0; c < channels.size(); c++) {
      sum += (long) rowBytes(c) * rows(c);
    }
    return Math.toIntExact(sum);
  }

  /**
   * Lays planes, each with all samples of one channel, out as the file layout wants them: row by
   * row, and in a row channel after channel.
   */
  byte[] interleaved(List<byte[]> planes) {
    byte[] out = new byte[bytes()];
    int[] next = new int[channels.size()];
    int at = 0;
    for (int y = 0; y < height; y++) {
      for (int c = 0; c < channels.size(); c++) {
        if (has(c, y)) {
          int n = rowBytes(c);
          System.arraycopy(planes.get(c), next[c], out, at, n);
          next[c] += n;
          at += n;
        }
      }
    }
    return out;
  }

  private static int count(int from, int size, int step) {
    return Math.floorDiv(from + size - 1, step) - Math.floorDiv(from - 1, step);
  }
}
