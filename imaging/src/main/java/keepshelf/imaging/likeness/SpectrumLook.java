package keepshelf.imaging.likeness;

import keepshelf.imaging.fourier.Fft;

/**
 * How fine and how directed the picture is, and how regular: its windowed power spectrum by
 * wavelength and direction, of the directions only what stays when the picture is turned (the sizes
 * of their own Fourier terms), and the peaks of its autocorrelation (F. Liu and R. W. Picard,
 * "Periodicity, directionality, and randomness: Wold features for image modeling and retrieval",
 * 1996).
 */
final class SpectrumLook {
  private static final int BANDS = 10;
  private static final int OCTAVES = 4;
  private static final int WAYS = 24;
  private static final int TERMS = 4;

  /** Numbers that {@link #of} puts. */
  static final int LENGTH = BANDS + OCTAVES * TERMS + OCTAVES + 5;

  private static final int SIDE = 128;

  /** Of each frequency, half octaves below half a cycle a pixel; -1 when it is left out. */
  private static final byte[] HALF_OCTAVE = new byte[SIDE * SIDE];

  /** Of each frequency, its direction in parts of half a turn, 0 to {@link #WAYS}. */
  private static final float[] WAY = new float[SIDE * SIDE];

  static {
    for (int i = 0; i < WAY.length; i++) {
      int fx = i % SIDE <= SIDE / 2 ? i % SIDE : i % SIDE - SIDE;
      int fy = i / SIDE <= SIDE / 2 ? i / SIDE : i / SIDE - SIDE;
      double f = Math.sqrt((double) fx * fx + (double) fy * fy) / SIDE;
      boolean out = f < 1.5 / SIDE || f > 0.5;
      HALF_OCTAVE[i] = (byte) (out ? -1 : (int) (-2 * Math.log(2 * f) / Math.log(2)));
      double way = Math.atan2(fy, fx) / Math.PI;
      WAY[i] = (float) ((way - Math.floor(way)) * WAYS);
    }
  }

  private static final Fft FFT = new Fft(SIDE);

  private SpectrumLook() {}

  static int of(SmallView v, float[] out, int at) {
    int s = v.side();
    float[] re = new float[s * s];
    float[] im = new float[s * s];
    double mean = 0;
    for (float l : v.light()) {
      mean += l;
    }
    mean /= re.length;
    float[] window = new float[s];
    for (int i = 0; i < s; i++) {
      window[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * (i + 0.5) / s));
    }
    for (int y = 0; y < s; y++) {
      for (int x = 0; x < s; x++) {
        re[y * s + x] = (float) ((v.light()[y * s + x] - mean) * window[x] * window[y]);
      }
    }
    FFT.transform(re, im, false);
    double[] bands = new double[BANDS];
    double[][] ways = new double[OCTAVES][WAYS];
    double[] peak = new double[OCTAVES];
    double total = 0;
    for (int i = 0; i < re.length; i++) {
      float power = re[i] * re[i] + im[i] * im[i];
      re[i] = power;
      im[i] = 0;
      int half = HALF_OCTAVE[i];
      if (half < 0) {
        continue;
      }
      total += power;
      bands[Math.min(BANDS - 1, half)] += power;
      int o = Math.min(OCTAVES - 1, half / 2);
      int way = (int) WAY[i];
      float part = WAY[i] - way;
      ways[o][way % WAYS] += power * (1 - part);
      ways[o][(way + 1) % WAYS] += power * part;
      peak[o] = Math.max(peak[o], power);
    }
    int n = at;
    for (double b : bands) {
      out[n++] = (float) Math.log(b / (total + 1e-9) + 1e-3);
    }
    for (int o = 0; o < OCTAVES; o++) {
      double all = 1e-9;
      for (double w : ways[o]) {
        all += w;
      }
      for (int t = 1; t <= TERMS; t++) {
        double c = 0;
        double d = 0;
        for (int k = 0; k < WAYS; k++) {
          c += ways[o][k] * Math.cos(2 * Math.PI * t * k / WAYS);
          d += ways[o][k] * Math.sin(2 * Math.PI * t * k / WAYS);
        }
        out[n++] = (float) (Math.sqrt(c * c + d * d) / all);
      }
      out[n++] = (float) Math.sqrt(peak[o] / all);
    }
    return regularity(re, im, s, window, out, n);
  }

  /** Peaks of the autocorrelation, freed of what the window does to it. */
  private static int regularity(
      float[] re, float[] im, int s, float[] window, float[] out, int at) {
    re[0] = 0;
    FFT.transform(re, im, true);
    double[] own = new double[s];
    for (int lag = 0; lag < s / 3; lag++) {
      for (int i = 0; i + lag < s; i++) {
        own[lag] += window[i] * window[i + lag];
      }
    }
    int reach = s / 3;
    double centre = re[0] / (own[0] * own[0]) + 1e-12;
    int wide = 2 * reach + 1;
    float[] r = new float[wide * wide];
    double spread = 0;
    double[] ring = new double[reach + 1];
    int[] rings = new int[reach + 1];
    for (int dy = -reach + 1; dy < reach; dy++) {
      for (int dx = -reach + 1; dx < reach; dx++) {
        double c =
            re[Math.floorMod(dy, s) * s + Math.floorMod(dx, s)]
                / (own[Math.abs(dx)] * own[Math.abs(dy)])
                / centre;
        r[(dy + reach) * wide + dx + reach] = (float) c;
        spread += Math.abs(c);
        int d = (int) Math.round(Math.sqrt(dx * dx + dy * dy));
        if (d <= reach) {
          ring[d] += c;
          rings[d]++;
        }
      }
    }
    // Where the middle lobe ends: the first ring that is not correlated any more.
    int lobe = 1;
    while (lobe < reach / 2 && ring[lobe] / Math.max(1, rings[lobe]) > 0.2) {
      lobe++;
    }
    double best = 0;
    int bestAt = 0;
    double least = 0;
    for (int dy = 0; dy < reach; dy++) {
      for (int dx = -reach + 1; dx < reach; dx++) {
        int d2 = dx * dx + dy * dy;
        if (d2 < 4 * lobe * lobe || d2 >= reach * reach) {
          continue;
        }
        float c = r[(dy + reach) * wide + dx + reach];
        least = Math.min(least, c);
        if (c > best) {
          best = c;
          bestAt = d2;
        }
      }
    }
    out[at] = (float) Math.clamp(best, 0, 1.5);
    out[at + 1] = (float) (best < 0.15 ? 0 : best * Math.log(Math.sqrt(bestAt) / s * 8));
    out[at + 2] = (float) Math.log((double) lobe / s + 0.002);
    out[at + 3] = (float) (spread / ((2.0 * reach - 1) * (2.0 * reach - 1)));
    out[at + 4] = (float) Math.clamp(least, -1.5, 0);
    return at + 5;
  }
}
