package keepshelf.imaging.fingerprint;

import java.util.ArrayList;
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

  private final float[][] vectors;
  private final long[] low;
  private final long[] high;

  /** Over the descriptors of {@code fingerprints}, in their order. */
  public Index(List<Fingerprint> fingerprints) {
    int n = fingerprints.size();
    float[] mean = new float[LENGTH];
    float[] spread = new float[LENGTH];
    measure(fingerprints, mean, spread);
    float[][] directions = directions();
    vectors = new float[n][];
    low = new long[n];
    high = new long[n];
    IntStream.range(0, n)
        .parallel()
        .forEach(i -> {
          float[] v = standard(fingerprints.get(i).features(), mean, spread);
          vectors[i] = v;
          for (int d = 0; d < 128; d++) {
            float dot = 0;
            for (int k = 0; k < LENGTH; k++) {
              dot += directions[d][k] * v[k];
            }
            if (dot > 0) {
              if (d < 64) {
                low[i] |= 1L << d;
              } else {
                high[i] |= 1L << (d - 64);
              }
            }
          }
        });
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
  private static void measure(List<Fingerprint> all, float[] mean, float[] spread) {
    if (all.size() < SMALL) {
      typical(mean, spread);
      return;
    }
    int n = all.size();
    double[] s = new double[LENGTH];
    double[] s2 = new double[LENGTH];
    for (Fingerprint f : all) {
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

  private boolean near(int i, int j) {
    int distance = Long.bitCount(low[i] ^ low[j]) + Long.bitCount(high[i] ^ high[j]);
    if (distance <= NEAR) {
      return true;
    }
    // Codes are a cheap look; only those not too far apart are worth the exact cosine.
    return distance <= 46 && cosine(vectors[i], vectors[j]) >= CLOSE;
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
    return IntStream.range(0, low.length)
        .parallel()
        .mapToObj(this::after)
        .flatMap(List::stream)
        .toList();
  }

  private List<Pair> after(int i) {
    List<Pair> out = new ArrayList<>();
    for (int j = i + 1; j < low.length; j++) {
      if (near(i, j)) {
        out.add(new Pair(i, j));
      }
    }
    return out;
  }
}
