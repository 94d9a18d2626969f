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
 * techniques from rounding algorithms", 2002).
 */
public final class Index {
  /** Two entries that may be the same picture. */
  public record Pair(int a, int b) {}

  private static final int LENGTH = 190;
  private static final int NEAR = 24;
  private static final double CLOSE = 0.70;

  /** Below this size a collection's own spread says too little; then a typical one is used. */
  private static final int SMALL = 40;

  private final float[] mean = new float[LENGTH];
  private final float[] spread = new float[LENGTH];
  private final float[][] directions = directions();
  private int size;
  private float[][] vectors;
  private long[] low;
  private long[] high;

  /** Over {@code descriptors}, in their order. */
  public Index(List<Descriptor> descriptors) {
    size = descriptors.size();
    measure(descriptors, mean, spread);
    vectors = new float[size][];
    low = new long[size];
    high = new long[size];
    IntStream.range(0, size).parallel().forEach(i -> put(i, descriptors.get(i)));
  }

  private void put(int i, Descriptor d) {
    vectors[i] = standard(d.features(), mean, spread);
    long[] code = code(vectors[i]);
    low[i] = code[0];
    high[i] = code[1];
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
    if (size == vectors.length) {
      int room = Math.max(16, size + size / 2);
      vectors = Arrays.copyOf(vectors, room);
      low = Arrays.copyOf(low, room);
      high = Arrays.copyOf(high, room);
    }
    put(size++, d);
  }

  /** Numbers of the entries that may be the same picture as {@code d}, the nearest first. */
  public List<Integer> near(Descriptor d) {
    float[] v = standard(d.features(), mean, spread);
    long[] code = code(v);
    List<Integer> out = new ArrayList<>();
    for (int i = 0; i < size; i++) {
      if (near(code[0], code[1], v, i)) {
        out.add(i);
      }
    }
    out.sort(Comparator.comparingDouble(i -> -cosine(v, vectors[i])));
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

  private boolean near(long codeLow, long codeHigh, float[] v, int j) {
    int distance = Long.bitCount(codeLow ^ low[j]) + Long.bitCount(codeHigh ^ high[j]);
    if (distance <= NEAR) {
      return true;
    }
    // Codes are a cheap look; only those not too far apart are worth the exact cosine.
    return distance <= 46 && cosine(v, vectors[j]) >= CLOSE;
  }

  private static double cosine(float[] a, float[] b) {
    float dot = 0;
    for (int k = 0; k < LENGTH; k++) {
      dot += a[k] * b[k];
    }
    return dot;
  }

  /** All pairs that may be the same picture, each once; on all cores. */
  public List<Pair> pairs() {
    return IntStream.range(0, size).parallel().mapToObj(this::after).flatMap(List::stream).toList();
  }

  private List<Pair> after(int i) {
    List<Pair> out = new ArrayList<>();
    for (int j = i + 1; j < size; j++) {
      if (near(low[i], high[i], vectors[i], j)) {
        out.add(new Pair(i, j));
      }
    }
    return out;
  }
}
