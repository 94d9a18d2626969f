package keepshelf.imaging.deflate;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;
import java.util.Comparator;
import java.util.stream.IntStream;

/**
 * One block of deflate in which every byte stands for itself, with codes made for it (RFC 1951,
 * section 3.2.7; D. A. Huffman, "A Method for the Construction of Minimum-Redundancy Codes", 1952).
 * The filtered lines of most maps hardly repeat: to look for what repeats takes most of the time of
 * writing them, and what little is found costs more bits than it spares.
 */
final class LiteralBlock {
  private static final VarHandle INTS =
      MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);

  private static final int END = 256;
  private static final int SYMBOLS = 257;

  /** No code of deflate is longer. */
  private static final int LONGEST = 15;

  /** Block type, numbers of codes, and the lengths of the codes that lengths are written in. */
  private static final int HEAD_BITS = 3 + 14 + 19 * 3;

  /** In which order those lengths stand; all of 0 to 15 take four bits, repeats are not used. */
  private static final int[] ORDER = {
    16, 17, 18, 0, 8, 7, 9, 6, 10, 5, 11, 4, 12, 3, 13, 2, 14, 1, 15
  };

  private static final int LENGTH_BITS = 4;

  /** Two codes for distances, which are not used: some readers want a complete set. */
  private static final int DISTANCES = 2;

  private final byte[] data;
  private final int count;
  private final int[] lengths;
  private byte[] out = new byte[0];
  private int at;
  private long bits;
  private int held;

  /** Of the first {@code count} bytes of {@code data}. */
  LiteralBlock(byte[] data, int count) {
    this.data = data;
    this.count = count;
    lengths = lengths(counted(data, count));
  }

  private static int[] counted(byte[] data, int count) {
    int[] often = new int[SYMBOLS];
    int[] other = new int[SYMBOLS];
    // Two tables in turn: neighbours are often alike, and would wait for each other.
    for (int i = 1; i < count; i += 2) {
      often[data[i - 1] & 0xFF]++;
      other[data[i] & 0xFF]++;
    }
    if (count % 2 == 1) {
      often[data[count - 1] & 0xFF]++;
    }
    for (int i = 0; i < SYMBOLS; i++) {
      often[i] += other[i];
    }
    often[END] = 1;
    return often;
  }

  /** How many bits the bytes from {@code from} to {@code to} take, without the head. */
  long bits(int from, int to) {
    long sum = 0;
    for (int i = from; i < to; i++) {
      sum += lengths[data[i] & 0xFF];
    }
    return sum;
  }

  /**
   * The block, followed by an empty one that ends on a whole byte.
   *
   * @param last whether nothing follows
   */
  byte[] packed(boolean last) {
    long most = HEAD_BITS + (long) (SYMBOLS + DISTANCES) * LENGTH_BITS + bits(0, count);
    out = new byte[Math.toIntExact(most / 8 + 32)];
    put(last ? 1 : 0, 1);
    put(2, 2);
    put(0, 5);
    put(DISTANCES - 1, 5);
    put(ORDER.length - 4, 4);
    for (int symbol : ORDER) {
      put(symbol < 16 ? LENGTH_BITS : 0, 3);
    }
    for (int length : lengths) {
      put(reversed(length, LENGTH_BITS), LENGTH_BITS);
    }
    for (int i = 0; i < DISTANCES; i++) {
      put(reversed(1, LENGTH_BITS), LENGTH_BITS);
    }
    int[] codes = codes(lengths);
    literals(codes);
    put(codes[END], lengths[END]);
    if (!last) {
      // An empty block that is stored begins on a whole byte.
      put(0, 3);
      put(0, -held & 7);
      put(0, 16);
      put(0xFFFF, 16);
    }
    while (held > 0) {
      out[at++] = (byte) bits;
      bits >>>= 8;
      held -= 8;
    }
    return Arrays.copyOf(out, at);
  }

  /** The codes of all bytes. */
  private void literals(int[] codes) {
    int[] both = new int[END];
    for (int i = 0; i < END; i++) {
      both[i] = codes[i] << LENGTH_BITS | lengths[i];
    }
    long acc = bits;
    int n = held;
    int to = at;
    int i = 0;
    // Less than 32 bits are held over; with two codes of 15 they are less than 64.
    for (; i + 1 < count; i += 2) {
      int one = both[data[i] & 0xFF];
      acc |= (long) (one >>> LENGTH_BITS) << n;
      n += one & LONGEST;
      int two = both[data[i + 1] & 0xFF];
      acc |= (long) (two >>> LENGTH_BITS) << n;
      n += two & LONGEST;
      if (n >= 32) {
        INTS.set(out, to, (int) acc);
        to += 4;
        acc >>>= 32;
        n -= 32;
      }
    }
    bits = acc;
    held = n;
    at = to;
    if (i < count) {
      put(codes[data[i] & 0xFF], lengths[data[i] & 0xFF]);
    }
  }

  private void put(int value, int length) {
    bits |= (long) value << held;
    held += length;
    if (held >= 32) {
      spill();
    }
  }

  /** Writes the four bytes that are full. */
  private void spill() {
    INTS.set(out, at, (int) bits);
    at += 4;
    bits >>>= 32;
    held -= 32;
  }

  /** Codes are written from their highest bit on, everything else from its lowest. */
  private static int reversed(int code, int length) {
    return length == 0 ? 0 : Integer.reverse(code) >>> (32 - length);
  }

  /** The codes that belong to lengths (section 3.2.2), reversed. */
  private static int[] codes(int[] lengths) {
    int[] often = new int[LONGEST + 1];
    for (int length : lengths) {
      often[length] += length == 0 ? 0 : 1;
    }
    int[] next = new int[LONGEST + 1];
    int code = 0;
    for (int l = 1; l <= LONGEST; l++) {
      code = code + often[l - 1] << 1;
      next[l] = code;
    }
    int[] out = new int[lengths.length];
    for (int s = 0; s < lengths.length; s++) {
      out[s] = lengths[s] == 0 ? 0 : reversed(next[lengths[s]]++, lengths[s]);
    }
    return out;
  }

  /** How many bits each symbol takes; 0 for those that do not occur. */
  private static int[] lengths(int[] often) {
    int[] weights = often.clone();
    while (true) {
      int[] lengths = huffman(weights);
      if (Arrays.stream(lengths).max().orElse(0) <= LONGEST) {
        return lengths;
      }
      // Rare symbols are taken for less rare until the longest code is short enough.
      for (int i = 0; i < weights.length; i++) {
        weights[i] = weights[i] == 0 ? 0 : weights[i] / 2 + 1;
      }
    }
  }

  /**
   * Lengths of a code of least redundancy, by two queues: leaves by weight, and what was joined.
   */
  private static int[] huffman(int[] weights) {
    int[] leaves =
        IntStream.range(0, weights.length)
            .filter(i -> weights[i] > 0)
            .boxed()
            .sorted(Comparator.comparingInt(i -> weights[i]))
            .mapToInt(i -> i)
            .toArray();
    int n = leaves.length;
    int[] lengths = new int[weights.length];
    if (n == 1) {
      lengths[leaves[0]] = 1;
      return lengths;
    }
    long[] weight = new long[2 * n - 1];
    int[] parent = new int[2 * n - 1];
    for (int i = 0; i < n; i++) {
      weight[i] = weights[leaves[i]];
    }
    int leaf = 0;
    int joined = n;
    for (int node = n; node < weight.length; node++) {
      for (int k = 0; k < 2; k++) {
        boolean takeLeaf = leaf < n && (joined == node || weight[leaf] <= weight[joined]);
        int child = takeLeaf ? leaf++ : joined++;
        weight[node] += weight[child];
        parent[child] = node;
      }
    }
    int[] depth = new int[weight.length];
    for (int i = weight.length - 2; i >= 0; i--) {
      depth[i] = depth[parent[i]] + 1;
    }
    for (int i = 0; i < n; i++) {
      lengths[leaves[i]] = depth[i];
    }
    return lengths;
  }
}
