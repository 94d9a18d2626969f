package keepshelf.imaging.fingerprint;

import java.util.stream.IntStream;
import keepshelf.imaging.fourier.SquareFft;

/**
 * Says which of the eight orientations are worth a closer look, by phase correlation on a grid half
 * as fine: all that weighs much is on it. Most pairs that are compared are found to be different
 * here.
 */
final class CoarseAlignment {
  private static final int N = Fingerprint.SIDE;
  private static final int COARSE = N / 2;

  /** Weaker frequencies have no phase. */
  private static final float NOTHING = 1e-3f;

  /** Where frequencies of the coarse grid stand on the fine one; 0 for those that are left out. */
  private static final int[] FINE = fine();

  /** Places on the coarse grid of which all others are the opposites. */
  private static final int[] HALF =
      IntStream.range(1, FINE.length).filter(k -> FINE[k] != 0 && k <= opposite(k)).toArray();

  private static final int[] OPPOSITE = IntStream.of(HALF).map(CoarseAlignment::opposite).toArray();

  /** Of each orientation and place of {@link #HALF}: the place before it was turned, its phase. */
  private static final int[][] FROM = new int[Orientations.COUNT][HALF.length];

  private static final float[][] COS = new float[Orientations.COUNT][HALF.length];
  private static final float[][] SIN = new float[Orientations.COUNT][HALF.length];
  private static final double WEIGHTS =
      IntStream.of(FINE).mapToDouble(i -> Alignment.PHASE[i]).sum();

  static {
    for (int o = 0; o < Orientations.COUNT; o++) {
      for (int h = 0; h < HALF.length; h++) {
        int i = FINE[HALF[h]];
        int from = Orientations.from(o, i);
        FROM[o][h] = from / N % COARSE * COARSE + from % N % COARSE;
        COS[o][h] = Orientations.cos(o, i);
        SIN[o][h] = Orientations.sin(o, i);
      }
    }
  }

  private final SquareFft fft = new SquareFft(COARSE);

  private static int[] fine() {
    int[] out = new int[COARSE * COARSE];
    for (int k = 0; k < out.length; k++) {
      int u = k % COARSE <= COARSE / 2 ? k % COARSE : k % COARSE - COARSE;
      int v = k / COARSE <= COARSE / 2 ? k / COARSE : k / COARSE - COARSE;
      // The highest frequency stands for two that would have to be told apart.
      boolean edge = u == COARSE / 2 || v == COARSE / 2;
      out[k] = edge ? 0 : Math.floorMod(v, N) * N + Math.floorMod(u, N);
    }
    return out;
  }

  private static int opposite(int k) {
    return (COARSE - k / COARSE) % COARSE * COARSE + (COARSE - k % COARSE) % COARSE;
  }

  /**
   * How sharp the peak of each orientation is, 0..1.
   *
   * @param together what {@link Alignment#together} gave for both pictures
   */
  double[] sharpness(float[][] together) {
    float[][] a = new float[2][COARSE * COARSE];
    float[][] b = new float[2][COARSE * COARSE];
    phases(together, a, b);
    double[] out = new double[Orientations.COUNT];
    for (int o = 0; o < out.length; o += 2) {
      float[] re = new float[COARSE * COARSE];
      float[] im = new float[COARSE * COARSE];
      // Both correlations are real, so one may be carried as the imaginary part of the other.
      for (int h = 0; h < HALF.length; h++) {
        int k = HALF[h];
        float[] one = product(a, b, k, o, h);
        float[] two = product(a, b, k, o + 1, h);
        re[k] = one[0] - two[1];
        im[k] = one[1] + two[0];
        re[OPPOSITE[h]] = one[0] + two[1];
        im[OPPOSITE[h]] = two[0] - one[1];
      }
      fft.transform(re, im, true);
      out[o] = most(re) / WEIGHTS;
      out[o + 1] = most(im) / WEIGHTS;
    }
    return out;
  }

  /** The phase of one frequency of {@code a} less that of {@code b} in an orientation, weighted. */
  private static float[] product(float[][] a, float[][] b, int k, int orientation, int h) {
    int from = FROM[orientation][h];
    float cos = COS[orientation][h];
    float sin = SIN[orientation][h];
    float br = b[0][from] * cos - b[1][from] * sin;
    float bi = b[1][from] * cos + b[0][from] * sin;
    return new float[] {a[0][k] * br + a[1][k] * bi, a[1][k] * br - a[0][k] * bi};
  }

  /**
   * Vectors of the phases of both: of {@code b} of length one, of {@code a} as long as it weighs.
   */
  private static void phases(float[][] together, float[][] a, float[][] b) {
    for (int h = 0; h < HALF.length; h++) {
      int i = FINE[HALF[h]];
      int j = FINE[OPPOSITE[h]];
      float ar = together[0][i] + together[0][j];
      float ai = together[1][i] - together[1][j];
      float br = together[1][i] + together[1][j];
      float bi = together[0][j] - together[0][i];
      put(a, h, ar, ai, Alignment.PHASE[i]);
      put(b, h, br, bi, 1);
    }
  }

  private static void put(float[][] out, int h, float re, float im, float weight) {
    float size = (float) Math.sqrt(re * re + im * im);
    float by = size > NOTHING ? weight / size : 0;
    out[0][HALF[h]] = re * by;
    out[1][HALF[h]] = im * by;
    out[0][OPPOSITE[h]] = re * by;
    out[1][OPPOSITE[h]] = -im * by;
  }

  private static float most(float[] plane) {
    float m = plane[0];
    for (float v : plane) {
      m = Math.max(m, v);
    }
    return m;
  }
}
