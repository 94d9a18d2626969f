package keepshelf.imaging.fingerprint;

import keepshelf.imaging.fourier.Fft;

/**
 * Compares two pictures by their fingerprints: aligned by phase correlation over the eight ways to
 * turn and mirror a square, with any wrapped shift (C. D. Kuglin, D. C. Hines, "The phase
 * correlation image alignment method", 1975). A sharp peak says that something lines up, as a layer
 * of noise that two designs share; so what is aligned has to be alike as well. Pictures of one
 * direction only, which have no peak, are compared as they lie.
 */
public final class Matcher {
  private static final int N = Fingerprint.SIDE;
  private static final double SURE = 0.35;
  private static final double LIKELY = 0.20;
  private static final double ALIKE = 0.97;

  /** The likeness without which the sharpest peak proves nothing. */
  private static final double LEAST_LIKENESS = 0.80;

  /** A turn, mirror or shift has to be this much better than none. */
  private static final double TIE = 1.05;

  /**
   * Levels by which a picture that was saved again differs, and the same as a share of contrast.
   */
  private static final double SAVED_AGAIN = 1.5;

  private static final double SAVED_AGAIN_SHARE = 0.09;

  private final Fft fft = new Fft(N);

  /** How the second lies over the first. */
  private record Aligned(
      double sharpness, double likeness, int turns, boolean mirror, int px, int py) {}

  /** Compares {@code a} with {@code b}. */
  public Match compare(Fingerprint a, Fingerprint b) {
    return compare(a, b, false);
  }

  /**
   * Compares {@code a} with {@code b}, or with its negative.
   *
   * @param negative whether the second is turned to its negative first, as gloss to roughness
   */
  public Match compare(Fingerprint a, Fingerprint b, boolean negative) {
    byte[] luma = negative ? negative(b.luma()) : b.luma();
    double direct = difference(a.luma(), luma);
    double contrast = Math.min(a.descriptor().deviation(), b.descriptor().deviation());
    boolean asItLies = direct <= Math.max(SAVED_AGAIN, SAVED_AGAIN_SHARE * contrast);
    float[][] first = spectrum(a.luma());
    Aligned best = null;
    for (int o = 0; o < 8; o++) {
      Aligned m = correlate(first, spectrum(turned(luma, o & 3, o >= 4)), o & 3, o >= 4);
      if (best == null || m.sharpness() > TIE * best.sharpness()) {
        best = m;
      }
    }
    if (asItLies) {
      best = new Aligned(Math.max(best.sharpness(), SURE), 1, 0, false, 0, 0);
    }
    boolean same =
        asItLies
            || (best.sharpness() >= SURE && best.likeness() >= LEAST_LIKENESS)
            || (best.sharpness() >= LIKELY && best.likeness() >= ALIKE);
    return match(a, b, best, same, negative);
  }

  private static Match match(
      Fingerprint fa, Fingerprint fb, Aligned at, boolean same, boolean negative) {
    Descriptor da = fa.descriptor();
    Descriptor db = fb.descriptor();
    boolean vectors = da.vectors() && db.vectors();
    ColourDifference colours =
        ColourDifference.of(
            fa, fb, at.turns(), at.mirror(), at.px() / (double) N, at.py() / (double) N);
    boolean turnedOver = vectors && same && colours.greenTurnedOver();
    return new Match(
        same,
        at.sharpness(),
        at.likeness(),
        at.turns(),
        at.mirror(),
        -at.px() / (double) N,
        -at.py() / (double) N,
        vectors ? colours.vectors(turnedOver) : negative ? 0 : colours.deltaE(),
        db.width() / (double) db.repeats() / (da.width() / (double) da.repeats()),
        db.height() / (double) db.repeats() / (da.height() / (double) da.repeats()),
        db.repeats() / (double) da.repeats(),
        turnedOver,
        negative);
  }

  private static byte[] negative(byte[] luma) {
    byte[] out = new byte[luma.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) (255 - (luma[i] & 0xFF));
    }
    return out;
  }

  /** Root mean square of the difference in levels. */
  private static double difference(byte[] a, byte[] b) {
    double s = 0;
    for (int i = 0; i < a.length; i++) {
      double d = (a[i] & 0xFF) - (b[i] & 0xFF);
      s += d * d;
    }
    return Math.sqrt(s / a.length);
  }

  /** Where pixel (x, y) of a turned and mirrored square of side n was before. */
  static int before(int x, int y, int n, int turns, boolean mirror) {
    int sx = x;
    int sy = y;
    // Undo the turn, then the mirror.
    for (int t = 0; t < turns; t++) {
      int old = sx;
      sx = n - 1 - sy;
      sy = old;
    }
    return sy * n + (mirror ? n - 1 - sx : sx);
  }

  private static byte[] turned(byte[] luma, int turns, boolean mirror) {
    if (turns == 0 && !mirror) {
      return luma;
    }
    byte[] out = new byte[luma.length];
    for (int y = 0; y < N; y++) {
      for (int x = 0; x < N; x++) {
        out[y * N + x] = luma[before(x, y, N, turns, mirror)];
      }
    }
    return out;
  }

  private float[][] spectrum(byte[] luma) {
    float[] re = new float[N * N];
    double mean = 0;
    for (byte v : luma) {
      mean += (v & 0xFF) / (double) luma.length;
    }
    for (int i = 0; i < re.length; i++) {
      re[i] = (float) ((luma[i] & 0xFF) - mean);
    }
    float[] im = new float[N * N];
    fft.transform(re, im, false);
    return new float[][] {re, im};
  }

  private Aligned correlate(float[][] a, float[][] b, int turns, boolean mirror) {
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
    if (phaseRe[0] * TIE >= phaseRe[peak]) {
      peak = 0;
    }
    double sharpness = phaseRe[peak] / weights;
    int px = peak % N <= N / 2 ? peak % N : peak % N - N;
    int py = peak / N <= N / 2 ? peak / N : peak / N - N;
    double likeness = 0;
    if (sharpness > LIKELY / 2) {
      fft.transform(crossRe, crossIm, true);
      likeness = around(crossRe, px, py) / Math.sqrt(Math.max(1e-9, energyA * energyB));
    }
    return new Aligned(sharpness, likeness, turns, mirror, px, py);
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
