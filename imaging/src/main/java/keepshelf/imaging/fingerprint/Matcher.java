package keepshelf.imaging.fingerprint;

import keepshelf.imaging.fourier.Fft;

/**
 * Compares two pictures by their fingerprints: aligned by phase correlation over the eight ways to
 * turn and mirror a square, with any wrapped shift (C. D. Kuglin, D. C. Hines, "The phase
 * correlation image alignment method", 1975). The thresholds are those of a study in which no pair
 * of different pictures of one kind was accepted.
 */
public final class Matcher {
  private static final int N = Fingerprint.SIDE;
  private static final double SURE = 0.35;
  private static final double LIKELY = 0.20;
  private static final double ALIKE = 0.97;

  private final Fft fft = new Fft(N);

  /** Compares {@code a} with {@code b}. */
  public Match compare(Fingerprint a, Fingerprint b) {
    float[][] first = spectrum(a.luma(), 0, false);
    Match best = null;
    for (int o = 0; o < 8; o++) {
      float[][] second = spectrum(b.luma(), o & 3, o >= 4);
      Match m = correlate(a, b, first, second, o & 3, o >= 4);
      if (best == null || m.sharpness() > best.sharpness()) {
        best = m;
      }
    }
    return best;
  }

  private float[][] spectrum(byte[] luma, int turns, boolean mirror) {
    float[] re = new float[N * N];
    double mean = 0;
    for (byte v : luma) {
      mean += (v & 0xFF) / (double) luma.length;
    }
    for (int y = 0; y < N; y++) {
      for (int x = 0; x < N; x++) {
        int sx = x;
        int sy = y;
        // Undo the turn, then the mirror.
        for (int t = 0; t < turns; t++) {
          int old = sx;
          sx = N - 1 - sy;
          sy = old;
        }
        if (mirror) {
          sx = N - 1 - sx;
        }
        re[y * N + x] = (float) ((luma[sy * N + sx] & 0xFF) - mean);
      }
    }
    float[] im = new float[N * N];
    fft.transform(re, im, false);
    return new float[][] {re, im};
  }

  private Match correlate(
      Fingerprint fa, Fingerprint fb, float[][] a, float[][] b, int turns, boolean mirror) {
    float[] phaseRe = new float[N * N];
    float[] phaseIm = new float[N * N];
    float[] crossRe = new float[N * N];
    float[] crossIm = new float[N * N];
    double weights = 0;
    double energyA = 0;
    double energyB = 0;
    for (int y = 0; y < N; y++) {
      int fy = y <= N / 2 ? y : y - N;
      for (int x = 0; x < N; x++) {
        int fx = x <= N / 2 ? x : x - N;
        double r2 = fx * fx + (double) fy * fy;
        if (r2 == 0) {
          continue;
        }
        int i = y * N + x;
        double re = a[0][i] * b[0][i] + a[1][i] * b[1][i];
        double im = a[1][i] * b[0][i] - a[0][i] * b[1][i];
        double w = Math.exp(-r2 / (24 * 24));
        double size = Math.sqrt(re * re + im * im);
        if (size > 1e-6) {
          phaseRe[i] = (float) (re / size * w);
          phaseIm[i] = (float) (im / size * w);
        }
        weights += w;
        if (r2 >= 4) {
          double w2 = Math.exp(-r2 / (32 * 32));
          crossRe[i] = (float) (re * w2);
          crossIm[i] = (float) (im * w2);
          energyA += (a[0][i] * a[0][i] + a[1][i] * a[1][i]) * w2;
          energyB += (b[0][i] * b[0][i] + b[1][i] * b[1][i]) * w2;
        }
      }
    }
    fft.transform(phaseRe, phaseIm, true);
    int peak = 0;
    for (int i = 1; i < phaseRe.length; i++) {
      if (phaseRe[i] > phaseRe[peak]) {
        peak = i;
      }
    }
    double sharpness = phaseRe[peak] / weights;
    double likeness = 0;
    if (sharpness > LIKELY / 2) {
      fft.transform(crossRe, crossIm, true);
      float most = 0;
      for (float v : crossRe) {
        most = Math.max(most, v);
      }
      likeness = most / Math.sqrt(Math.max(1e-9, energyA * energyB));
    }
    int px = peak % N <= N / 2 ? peak % N : peak % N - N;
    int py = peak / N <= N / 2 ? peak / N : peak / N - N;
    Descriptor da = fa.descriptor();
    Descriptor db = fb.descriptor();
    double colour =
        Math.max(
            Math.abs(da.meanRed() - db.meanRed()),
            Math.max(
                Math.abs(da.meanGreen() - db.meanGreen()),
                Math.abs(da.meanBlue() - db.meanBlue())));
    double scale = Math.max(db.width(), db.height()) / (double) Math.max(da.width(), da.height());
    boolean same = sharpness >= SURE || (sharpness >= LIKELY && likeness >= ALIKE);
    return new Match(
        same,
        sharpness,
        likeness,
        turns,
        mirror,
        -px / (double) N,
        -py / (double) N,
        colour,
        scale,
        db.repeats() / (double) da.repeats());
  }
}
