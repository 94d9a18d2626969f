package keepshelf.imaging.exr;

/**
 * The canonical Huffman code of OpenEXR over 16-bit symbols: a table of code lengths with runs of
 * zeros, then the coded symbols, the highest bit first; the highest symbol repeats the one before.
 */
final class Huffman {
  private static final int SHORT_RUN = 59;
  private static final int LONG_RUN = 63;
  private static final int LONGEST = 58;
  private static final int SYMBOLS = (1 << 16) + 1;

  private final byte[] in;
  private final int end;
  private int at;
  private long bits;
  private int held;

  private Huffman(byte[] in, int from, int end) {
    this.in = in;
    this.at = from;
    this.end = end;
  }

  /**
   * Decodes {@code size} bytes of {@code in} into exactly {@code count} symbols.
   *
   * @throws ExrException when they give another number of symbols or the code is broken
   */
  static short[] decode(byte[] in, int from, int size, int count) throws ExrException {
    if (count == 0) {
      return new short[0];
    }
    if (size < 20) {
      throw damaged();
    }
    int first = le32(in, from);
    int last = le32(in, from + 4);
    long dataBits = le32(in, from + 12) & 0xFFFFFFFFL;
    if (first < 0 || first >= SYMBOLS || last < first || last >= SYMBOLS) {
      throw damaged();
    }
    Huffman h = new Huffman(in, from + 20, from + size);
    int[] lengths = h.lengths(first, last);
    // Codes begin at a whole byte.
    h.held = 0;
    h.bits = 0;
    if (dataBits > 8L * (h.end - h.at)) {
      throw damaged();
    }
    return h.symbols(new Code(lengths), last, dataBits, count);
  }

  private int[] lengths(int first, int last) throws ExrException {
    int[] lengths = new int[SYMBOLS];
    for (int i = first; i <= last; i++) {
      int l = take(6);
      if (l >= SHORT_RUN) {
        int zeros = l == LONG_RUN ? take(8) + 6 : l - SHORT_RUN + 2;
        if (i + zeros > last + 1) {
          throw damaged();
        }
        i += zeros - 1;
      } else {
        lengths[i] = l;
      }
    }
    return lengths;
  }

  private short[] symbols(Code code, int repeat, long dataBits, int count) throws ExrException {
    short[] out = new short[count];
    int n = 0;
    long used = 0;
    while (used < dataBits) {
      int symbol = -1;
      int length = 0;
      if (dataBits - used >= Code.SHORT) {
        int known = code.starts[peek(Code.SHORT)];
        length = known & 0xF;
        symbol = length == 0 ? -1 : known >> 4;
        held -= length;
      }
      long value = 0;
      while (symbol < 0) {
        if (length == LONGEST || used + length == dataBits) {
          throw damaged();
        }
        value = value << 1 | take(1);
        length++;
        symbol = code.symbol(value, length);
      }
      used += length;
      if (symbol == repeat) {
        int times = take(8);
        used += 8;
        if (n == 0 || n + times > count) {
          throw damaged();
        }
        java.util.Arrays.fill(out, n, n + times, out[n - 1]);
        n += times;
      } else {
        if (n == count) {
          throw damaged();
        }
        out[n++] = (short) symbol;
      }
    }
    if (n != count) {
      throw damaged();
    }
    return out;
  }

  /** The next {@code n} bits, which stay. */
  private int peek(int n) throws ExrException {
    int next = take(n);
    held += n;
    return next;
  }

  private int take(int n) throws ExrException {
    while (held < n) {
      if (at >= end) {
        throw damaged();
      }
      bits = bits << 8 | in[at++] & 0xFF;
      held += 8;
    }
    held -= n;
    return (int) (bits >>> held) & (1 << n) - 1;
  }

  private static int le32(byte[] b, int i) {
    return b[i] & 0xFF | (b[i + 1] & 0xFF) << 8 | (b[i + 2] & 0xFF) << 16 | b[i + 3] << 24;
  }

  private static ExrException damaged() {
    return new ExrException("a block of its pixels is damaged");
  }

  /** A canonical code: longer codes have the smaller numbers, symbols of one length follow. */
  private static final class Code {
    /** Codes of up to so many bits are looked up at once; at most 15. */
    static final int SHORT = 12;

    /** For each start of that many bits the symbol and, in the low four bits, its code's length. */
    final int[] starts = new int[1 << SHORT];

    private final long[] firstCode = new long[LONGEST + 1];
    private final int[] firstSymbol = new int[LONGEST + 2];
    private final int[] sorted;

    Code(int[] lengths) {
      int[] counts = new int[LONGEST + 1];
      int coded = 0;
      for (int l : lengths) {
        if (l > 0) {
          counts[l]++;
          coded++;
        }
      }
      long c = 0;
      for (int l = LONGEST; l > 0; l--) {
        long next = c + counts[l] >> 1;
        firstCode[l] = c;
        c = next;
      }
      int[] place = new int[LONGEST + 2];
      for (int l = 1; l <= LONGEST; l++) {
        firstSymbol[l + 1] = firstSymbol[l] + counts[l];
        place[l] = firstSymbol[l];
      }
      sorted = new int[coded];
      for (int s = 0; s < lengths.length; s++) {
        if (lengths[s] > 0) {
          sorted[place[lengths[s]]++] = s;
        }
      }
      for (int i = 0; i < starts.length; i++) {
        for (int l = 1; l <= SHORT && starts[i] == 0; l++) {
          int s = symbol(i >> SHORT - l, l);
          starts[i] = s < 0 ? 0 : s << 4 | l;
        }
      }
    }

    /** The symbol whose code has {@code length} bits and this value, or -1. */
    int symbol(long value, int length) {
      long k = value - firstCode[length];
      int n = firstSymbol[length + 1] - firstSymbol[length];
      return k >= 0 && k < n ? sorted[firstSymbol[length] + (int) k] : -1;
    }
  }
}
