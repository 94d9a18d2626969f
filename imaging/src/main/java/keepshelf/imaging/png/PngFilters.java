package keepshelf.imaging.png;

/**
 * The five filters of PNG, both ways (PNG Specification, Third Edition, section 9). Lines are
 * bytes; {@code step} is the distance in bytes to the same byte of the pixel to the left.
 */
final class PngFilters {
  static final int NONE = 0;
  static final int SUB = 1;
  static final int UP = 2;
  static final int AVERAGE = 3;
  static final int PAETH = 4;

  private PngFilters() {}

  /**
   * Undoes a filter.
   *
   * @param in holds the filtered line from {@code at} on
   * @param out gets the line at {@code to}; the line above stands right before it, if any
   * @return whether the filter is one of the five
   */
  static boolean undo(
      int filter, byte[] in, int at, byte[] out, int to, int length, int step, boolean first) {
    int up = to - length;
    switch (filter) {
      case NONE -> System.arraycopy(in, at, out, to, length);
      case SUB -> sub(in, at, out, to, length, step);
      case UP -> {
        if (first) {
          System.arraycopy(in, at, out, to, length);
        } else {
          for (int i = 0; i < length; i++) {
            out[to + i] = (byte) (in[at + i] + out[up + i]);
          }
        }
      }
      case AVERAGE -> average(in, at, out, to, length, step, first);
      case PAETH -> {
        if (first) {
          // Without a line above the predictor is the left neighbour.
          sub(in, at, out, to, length, step);
        } else {
          paeth(in, at, out, to, length, step);
        }
      }
      default -> {
        return false;
      }
    }
    return true;
  }

  private static void sub(byte[] in, int at, byte[] out, int to, int length, int step) {
    System.arraycopy(in, at, out, to, step);
    if (step == 3) {
      // The neighbours stay in registers; most colour pictures are of three bytes.
      byte r = out[to];
      byte g = out[to + 1];
      byte b = out[to + 2];
      for (int i = 3; i < length; i += 3) {
        out[to + i] = r += in[at + i];
        out[to + i + 1] = g += in[at + i + 1];
        out[to + i + 2] = b += in[at + i + 2];
      }
      return;
    }
    for (int i = step; i < length; i++) {
      out[to + i] = (byte) (in[at + i] + out[to + i - step]);
    }
  }

  private static void average(
      byte[] in, int at, byte[] out, int to, int length, int step, boolean first) {
    int up = to - length;
    for (int i = 0; i < step; i++) {
      int b = first ? 0 : out[up + i] & 0xff;
      out[to + i] = (byte) (in[at + i] + (b >> 1));
    }
    for (int i = step; i < length; i++) {
      int a = out[to + i - step] & 0xff;
      int b = first ? 0 : out[up + i] & 0xff;
      out[to + i] = (byte) (in[at + i] + (a + b >> 1));
    }
  }

  private static void paeth(byte[] in, int at, byte[] out, int to, int length, int step) {
    if (step == 3) {
      paeth3(in, at, out, to, length);
    } else {
      paethEach(in, at, out, to, length, step);
    }
  }

  private static void paethEach(byte[] in, int at, byte[] out, int to, int length, int step) {
    int up = to - length;
    for (int c = 0; c < step; c++) {
      // One byte of each pixel after the other: what it is predicted from stays in registers.
      int a = 0;
      int diagonal = 0;
      for (int i = c; i < length; i += step) {
        int b = out[up + i] & 0xff;
        a = in[at + i] + predicted(a, b, diagonal) & 0xff;
        out[to + i] = (byte) a;
        diagonal = b;
      }
    }
  }

  /** Three bytes of each pixel at once: each waits for its own neighbour only, so they overlap. */
  private static void paeth3(byte[] in, int at, byte[] out, int to, int length) {
    int up = to - length;
    int a0 = 0;
    int a1 = 0;
    int a2 = 0;
    int c0 = 0;
    int c1 = 0;
    int c2 = 0;
    for (int i = 0; i < length - 2; i += 3) {
      int b0 = out[up + i] & 0xff;
      int b1 = out[up + i + 1] & 0xff;
      int b2 = out[up + i + 2] & 0xff;
      a0 = in[at + i] + predicted(a0, b0, c0) & 0xff;
      a1 = in[at + i + 1] + predicted(a1, b1, c1) & 0xff;
      a2 = in[at + i + 2] + predicted(a2, b2, c2) & 0xff;
      out[to + i] = (byte) a0;
      out[to + i + 1] = (byte) a1;
      out[to + i + 2] = (byte) a2;
      c0 = b0;
      c1 = b1;
      c2 = b2;
    }
  }

  /** The nearest of three to a + b - c. */
  private static int predicted(int a, int b, int c) {
    int pa = b - c;
    int pb = a - c;
    int pc = Math.abs(pa + pb);
    pa = Math.abs(pa);
    pb = Math.abs(pb);
    return pa <= pb && pa <= pc ? a : pb <= pc ? b : c;
  }

  /**
   * Filters a line: none, or by the neighbour to the left or above.
   *
   * @param line the bytes of the picture
   * @param at where the line begins in it; the line above stands right before it, if any
   * @param out gets the filter and the filtered bytes
   */
  static void apply(
      int filter, byte[] line, int at, int length, int step, boolean first, byte[] out) {
    int up = at - length;
    out[0] = (byte) filter;
    switch (filter) {
      case NONE -> System.arraycopy(line, at, out, 1, length);
      case SUB -> {
        System.arraycopy(line, at, out, 1, step);
        for (int i = step; i < length; i++) {
          out[1 + i] = (byte) (line[at + i] - line[at + i - step]);
        }
      }
      case UP -> {
        if (first) {
          System.arraycopy(line, at, out, 1, length);
        } else {
          for (int i = 0; i < length; i++) {
            out[1 + i] = (byte) (line[at + i] - line[up + i]);
          }
        }
      }
      default -> throw new IllegalArgumentException("filter " + filter);
    }
  }

  /**
   * The sum of filtered bytes, each taken as a signed byte without its sign: the smaller it is the
   * better they pack, as a rule.
   */
  static long sum(byte[] filtered) {
    int sum = 0;
    for (int i = 1; i < filtered.length; i++) {
      sum += Math.abs(filtered[i]);
    }
    return sum;
  }
}
