package keepshelf.imaging.fingerprint;

import keepshelf.imaging.fourier.SquareFft;

/**
 * Finds how one small picture lies over another by phase correlation (C. D. Kuglin and D. C. Hines,
 * "The phase correlation image alignment method", 1975). Not safe for several threads.
 */
final class Alignment {
  private static final int N = Fingerprint.SIDE;

  /** A turn, mirror or shift has to be this much better than none. */
  static final double TIE = 1.05;

  /** How much each frequency says of where the pictures lie: fine ones are lost to compression. */
  static final float[] PHASE = falling(24, 1);

  /** How much each frequency says of how alike they are; the coarsest are light and shade. */
  private static final float[] CROSS = falling(32, 4);

  private static final double WEIGHTS = sum(PHASE);

  private final SquareFft fft = new SquareFft(N);

  /**
   * How the second picture lies over the first.
   *
   * @param sharpness of the peak, 0..1
   * @param likeness of the aligned pictures, to 1; 0 when the peak is not worth asking
   */
  record Aligned(double sharpness, double likeness, int orientation, int px, int py) {}

  private static float[] falling(double reach, int least) {
    float[] out = new float[N * N];
    for (int i = 0; i < out.length; i++) {
      int fx = i % N <= N / 2 ? i % N : i % N - N;
      int fy = i / N <= N / 2 ? i / N : i / N - N;
      int r2 = fx * fx + fy * fy;
      out[i] = r2 < least ? 0 : (float) Math.exp(-r2 / (reach * reach));
    }
    return out;
  }

  private static double sum(float[] all) {
    double s = 0;
    for (float v : all) {
      s += v;
    }
    return s;
  }

  /** Real and imaginary part of the transform of {@code a} + i {@code b}. */
  float[][] together(byte[] a, byte[] b) {
    float[] re = levels(a);
    float[] im = levels(b);
    fft.transform(re, im, false);
    return new float[][] {re, im};
  }

  /** The spectra of two pictures that were transformed {@link #together}. */
  static float[][][] spectra(float[][] together) {
    float[] re = together[0];
    float[] im = together[1];
    float[][][] out = new float[2][2][N * N];
    for (int i = 0; i < re.length; i++) {
      int j = (N - i / N) % N * N + (N - i % N) % N;
      out[0][0][i] = (re[i] + re[j]) / 2;
      out[0][1][i] = (im[i] - im[j]) / 2;
      out[1][0][i] = (im[i] + im[j]) / 2;
      out[1][1][i] = (re[j] - re[i]) / 2;
    }
    return out;
  }

  private static float[] levels(byte[] luma) {
    long sum = 0;
    for (byte v : luma) {
      sum += v & 0xFF;
    }
    double mean = sum / (double) luma.length;
    float[] out = new float[luma.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (float) ((luma[i] & 0xFF) - mean);
    }
    return out;
  }

  /** How {@code b} lies over {@code a} in two of its orientations, by one transform. */
  Aligned[] align(float[][] a, float[][] b, int first, int second, double worthAsking) {
    float[][] one = Orientations.turned(b, first);
    float[][] two = Orientations.turned(b, second);
    float[] re = new float[N * N];
    float[] im = new float[N * N];
    // Both correlations are real, so one may be carried as the imaginary part of the other.
    phase(a, one, re, im, false);
    phase(a, two, re, im, true);
    fft.transform(re, im, true);
    return new Aligned[] {
      peak(a, one, re, first, worthAsking), peak(a, two, im, second, worthAsking)
    };
  }

  private static void phase(float[][] a, float[][] b, float[] re, float[] im, boolean turned) {
    for (int i = 1; i < re.length; i++) {
      float r = a[0][i] * b[0][i] + a[1][i] * b[1][i];
      float m = a[1][i] * b[0][i] - a[0][i] * b[1][i];
      float size = (float) Math.sqrt(r * r + m * m);
      if (size > 1e-6f) {
        float w = PHASE[i] / size;
        if (turned) {
          re[i] -= m * w;
          im[i] += r * w;
        } else {
          re[i] += r * w;
          im[i] += m * w;
        }
      }
    }
  }

  private Aligned peak(
      float[][] a, float[][] b, float[] plane, int orientation, double worthAsking) {
    int peak = 0;
    for (int i = 1; i < plane.length; i++) {
      if (plane[i] > plane[peak]) {
        peak = i;
      }
    }
    if (plane[0] * TIE >= plane[peak]) {
      peak = 0;
    }
    double sharpness = plane[peak] / WEIGHTS;
    int px = peak % N <= N / 2 ? peak % N : peak % N - N;
    int py = peak / N <= N / 2 ? peak / N : peak / N - N;
    double likeness = sharpness > worthAsking ? likeness(a, b, px, py) : 0;
    return new Aligned(sharpness, likeness, orientation, px, py);
  }

  private double likeness(float[][] a, float[][] b, int px, int py) {
    float[] re = new float[N * N];
    float[] im = new float[N * N];
    double energyA = 0;
    double energyB = 0;
    for (int i = 0; i < re.length; i++) {
      float w = CROSS[i];
      re[i] = (a[0][i] * b[0][i] + a[1][i] * b[1][i]) * w;
      im[i] = (a[1][i] * b[0][i] - a[0][i] * b[1][i]) * w;
      energyA += (double) (a[0][i] * a[0][i] + a[1][i] * a[1][i]) * w;
      energyB += (double) (b[0][i] * b[0][i] + b[1][i] * b[1][i]) * w;
    }
    fft.transform(re, im, true);
    return around(re, px, py) / Math.sqrt(Math.max(1e-9, energyA * energyB));
  }

  /** The most within a pixel of a place: shifts are no whole pixels of a small picture. */
  private static double around(float[] plane, int px, int py) {
    double most = -Double.MAX_VALUE;
    for (int dy = -1; dy <= 1; dy++) {
      for (int dx = -1; dx <= 1; dx++) {
        most = Math.max(most, plane[Math.floorMod(py + dy, N) * N + Math.floorMod(px + dx, N)]);
      }
    }
    return most;
  }
}
