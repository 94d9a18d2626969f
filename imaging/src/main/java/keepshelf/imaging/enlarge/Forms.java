package keepshelf.imaging.enlarge;

import keepshelf.imaging.derive.PeriodicBlur;
import keepshelf.imaging.resample.Resampler;

/**
 * Tells textures with forms (grains with outlines, pits, cracks) from noise: waves of noise are as
 * often light as dark, those of outlines lean to one side. Blending would lay forms over each
 * other.
 */
final class Forms {
  /** Skewness of an octave from which on it has forms; measured, see decisions.md. */
  private static final double LEANS = 1;

  private static final int OCTAVES = 4;
  private static final int LOOKED_AT = 512;

  private Forms() {}

  /** Whether a tile of {@code luma} has forms. */
  static boolean are(float[] luma, int w, int h) {
    double scale = Math.min(1, (double) LOOKED_AT / Math.max(w, h));
    int sw = Math.max(1, (int) Math.round(w * scale));
    int sh = Math.max(1, (int) Math.round(h * scale));
    float[] p = scale < 1 ? Resampler.area(luma, w, h, sw, sh) : luma.clone();
    // What only has an uneven histogram is no form.
    Gaussian even = new Gaussian(p);
    for (int i = 0; i < p.length; i++) {
      p[i] = even.of(p[i]);
    }
    float[] finer = p;
    for (int k = 0; k < OCTAVES; k++) {
      float[] soft = PeriodicBlur.of(p, sw, sh, 1 << k);
      if (Math.abs(skewness(finer, soft)) >= LEANS) {
        return true;
      }
      finer = soft;
    }
    return false;
  }

  private static double skewness(float[] a, float[] b) {
    double two = 0;
    double three = 0;
    for (int i = 0; i < a.length; i++) {
      double d = a[i] - b[i];
      two += d * d;
      three += d * d * d;
    }
    two /= a.length;
    return two <= 1e-9 ? 0 : three / a.length / Math.pow(two, 1.5);
  }
}
