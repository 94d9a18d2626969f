package keepshelf.imaging.fingerprint;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;

/**
 * Finds pictures whose descriptors are near each other without comparing all pictures: descriptors
 * are standardised over the collection, and their signs along fixed random directions make codes of
 * 128 bits, whose distances cost two instructions each (M. S. Charikar, "Similarity estimation
 * techniques from rounding algorithms", 2002). Of those that are near, pictures of one kind are
 * told apart by where their structure lies.
 */
public final class Index {
  /** Two entries that may be the same picture. */
  public record Pair(int a, int b) {}

  /** Says which entries are to be compared at all. */
  @FunctionalInterface
  public interface Compared {
    /** Whether these two are. */
    boolean may(int a, int b);
  }

  private static final int LENGTH = 190;

  /** Room for one vector, a whole number of registers. */
  private static final int STRIDE = 192;

  /** Vectors have this length, in whole numbers that processors multiply side by side. */
  private static final int UNIT = 8192;

  private static final int NEAR = 24;
  private static final int FAR = 46;
  private static final int CLOSE = (int) (0.70 * UNIT * UNIT);

  /** Agreement of structure that independent pictures hardly ever reach. */
  private static final float AGREED = 0.60f;

  /**
   * As many pairs are looked at closely whose structure agrees less: strong compression and marks
   * that are laid on spoil it. It takes some seconds on two cores.
   */
  private static final int ROOM = 8_000;

  /** The same of a single picture. */
  private static final int ROOM_OF_ONE = 60;

  /** So many entries at once stay near the processor. */
  private static final int BLOCK = 512;

  /** Below this size a collection's own spread says too little; then a typical one is used. */
  private static final int SMALL = 40;

  private final float[] mean = new float[LENGTH];
  private final float[] spread = new float[LENGTH];
  private final float[][] directions = directions();
  private int size;

  /** Of each entry {@value #STRIDE}. */
  private short[] vectors;

  /** Of each entry two. */
  private long[] codes;

  /** Of each entry {@value PhaseClosures#LONGS}. */
  private long[] closures;

  /** Over {@code descriptors}, in their order. */
  public Index(List<Descriptor> descriptors) {
    size = descriptors.size();
    measure(descriptors, mean, spread);
    vectors = new short[size * STRIDE];
    codes = new long[2 * size];
    closures = new long[PhaseClosures.LONGS * size];
    IntStream.range(0, size).parallel().forEach(i -> put(i, descriptors.get(i)));
  }

  private void put(int i, Descriptor d) {
    float[] v = standard(d.features(), mean, spread);
    System.arraycopy(whole(v), 0, vectors, i * STRIDE, STRIDE);
    System.arraycopy(code(v), 0, codes, 2 * i, 2);
    d.closures().copyTo(closures, i * PhaseClosures.LONGS);
  }

  private static short[] whole(float[] v) {
    short[] out = new short[STRIDE];
    for (int k = 0; k < LENGTH; k++) {
      out[k] = (short) Math.round(v[k] * UNIT);
    }
    return out;
  }

  private long[] code(float[] v) {
    long[] code = new long[2];
    for (int d = 0; d < 128; d++) {
      float dot = 0;
      for (int k = 0; k < LENGTH; k++) {
        dot += directions[d][k] * v[k];
      }
      if (dot > 0) {
        code[d >> 6] |= 1L << (d & 63);
      }
    }
    return code;
  }

  /** How many entries there are. */
  public int size() {
    return size;
  }

  /** Adds one more entry; the scale by which entries are compared stays that of the first ones. */
  public void add(Descriptor d) {
    if (2 * size == codes.length) {
      int room = Math.max(16, size + size / 2);
      vectors = Arrays.copyOf(vectors, room * STRIDE);
      codes = Arrays.copyOf(codes, 2 * room);
      closures = Arrays.copyOf(closures, room * PhaseClosures.LONGS);
    }
    put(size++, d);
  }

  /**
   * Numbers of the entries that may be the same picture as {@code d}, the nearest first. Of those
   * whose structure does not agree only the nearest are there.
   */
  public List<Integer> near(Descriptor d) {
    float[] v = standard(d.features(), mean, spread);
    long[] code = code(v);
    short[] vector = whole(v);
    List<Integer> found = new ArrayList<>();
    for (int i = 0; i < size; i++) {
      int distance = distance(code[0], code[1], i);
      if (distance <= FAR && (distance <= NEAR || dot(vector, 0, i) >= CLOSE)) {
        found.add(i);
      }
    }
    found.sort(Comparator.comparingInt(i -> -dot(vector, 0, i)));
    long[] structure = new long[PhaseClosures.LONGS];
    d.closures().copyTo(structure, 0);
    List<Integer> out = new ArrayList<>();
    int others = 0;
    for (int i : found) {
      float agreement = PhaseClosures.agreement(structure, 0, closures, i * PhaseClosures.LONGS);
      if (known(agreement, dot(vector, 0, i)) >= AGREED || others++ < ROOM_OF_ONE) {
        out.add(i);
      }
    }
    return out;
  }

  private static float[][] directions() {
    Random r = new Random(20_260_314);
    float[][] out = new float[128][LENGTH];
    for (float[] d : out) {
      for (int k = 0; k < LENGTH; k++) {
        d[k] = (float) r.nextGaussian();
      }
    }
    return out;
  }

  /** Mean and spread of every value; for small collections the fall-off that textures have. */
  private static void measure(List<Descriptor> all, float[] mean, float[] spread) {
    if (all.size() < SMALL) {
      typical(mean, spread);
      return;
    }
    int n = all.size();
    double[] s = new double[LENGTH];
    double[] s2 = new double[LENGTH];
    for (Descriptor f : all) {
      for (int k = 0; k < LENGTH; k++) {
        s[k] += f.features()[k];
        s2[k] += (double) f.features()[k] * f.features()[k];
      }
    }
    for (int k = 0; k < LENGTH; k++) {
      mean[k] = (float) (s[k] / n);
      spread[k] = (float) Math.sqrt(Math.max(0, s2[k] / n - mean[k] * mean[k])) + 0.05f;
    }
  }

  /** Strength falls with frequency, spread within an orbit is about the same everywhere. */
  private static void typical(float[] mean, float[] spread) {
    int at = 0;
    for (int u = 1; u <= 32 && at < LENGTH; u++) {
      for (int v = 0; v <= u && at < LENGTH; v++) {
        if (u * u + v * v <= 14 * 14 + 14) {
          mean[at] = (float) (0.2 - 0.75 * Math.log(Math.hypot(u, v)));
          spread[at++] = 0.75f;
          mean[at] = 1.1f;
          spread[at++] = 0.65f;
        }
      }
    }
  }

  private static float[] standard(float[] f, float[] mean, float[] spread) {
    float[] v = new float[LENGTH];
    double length = 0;
    for (int k = 0; k < LENGTH; k++) {
      v[k] = (f[k] - mean[k]) / spread[k] * (k % 2 == 0 ? 1 : 0.5f);
      length += v[k] * v[k];
    }
    float scale = (float) (1 / Math.sqrt(Math.max(1e-9, length)));
    for (int k = 0; k < LENGTH; k++) {
      v[k] *= scale;
    }
    return v;
  }

  private int distance(long low, long high, int j) {
    return Long.bitCount(low ^ codes[2 * j]) + Long.bitCount(high ^ codes[2 * j + 1]);
  }

  /** Product of a vector in {@code a} from {@code from} on with that of entry {@code j}. */
  private int dot(short[] a, int from, int j) {
    int at = j * STRIDE;
    int dot = 0;
    // Neighbours in one sum: processors multiply and add two shorts in one instruction.
    for (int k = 0; k < STRIDE; k += 2) {
      dot += a[from + k] * vectors[at + k] + a[from + k + 1] * vectors[at + k + 1];
    }
    return dot;
  }

  /** The agreement, or by how much the descriptors are nearer than they have to be. */
  private static float known(float agreement, int dot) {
    return agreement == PhaseClosures.NOTHING_KNOWN
        ? Math.clamp((dot - CLOSE) / (float) (UNIT * UNIT - CLOSE), 0f, 1f)
        : agreement;
  }

  /** All pairs that may be the same picture, each once; on all cores. */
  public List<Pair> pairs() {
    return pairs((a, b) -> true);
  }

  /**
   * Pairs that may be the same picture, each once, in order; on all cores. Where very many are near
   * each other, as pictures of one kind on a large shelf are, those whose structures agree least
   * are left out.
   */
  public List<Pair> pairs(Compared which) {
    Candidates found = new Candidates(AGREED, ROOM);
    int blocks = (size + BLOCK - 1) / BLOCK;
    IntStream.range(0, blocks)
        .parallel()
        .forEach(i -> {
          for (int j = i; j < blocks; j++) {
            between(i * BLOCK, j * BLOCK, which, found);
          }
        });
    return found.pairs();
  }

  private void between(int first, int second, Compared which, Candidates found) {
    int end = Math.min(size, first + BLOCK);
    int otherEnd = Math.min(size, second + BLOCK);
    for (int i = first; i < end; i++) {
      long low = codes[2 * i];
      long high = codes[2 * i + 1];
      for (int j = Math.max(i + 1, second); j < otherEnd; j++) {
        int distance = distance(low, high, j);
        if (distance > FAR) {
          continue;
        }
        float agreement =
            PhaseClosures.agreement(
                closures, i * PhaseClosures.LONGS, closures, j * PhaseClosures.LONGS);
        if (agreement != PhaseClosures.NOTHING_KNOWN && !found.wants(agreement)) {
          continue;
        }
        int dot = dot(vectors, i * STRIDE, j);
        float known = known(agreement, dot);
        if ((distance <= NEAR || dot >= CLOSE) && found.wants(known) && which.may(i, j)) {
          found.add(i, j, known);
        }
      }
    }
  }
}
