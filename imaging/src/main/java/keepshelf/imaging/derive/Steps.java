package keepshelf.imaging.derive;

import keepshelf.imaging.pixel.Pixels;

/**
 * Takes the steps out of heights that were stored in 8 bits. Each place is smoothed as widely as
 * what is taken away still looks like rounding: an error of at most half a level everywhere, with a
 * variance of one twelfth around it. So steps of any width go, and edges stay where they are.
 */
public final class Steps {
  /** Widths in pixels that are smoothed over, as standard deviations. */
  private static final double[] WIDTHS = {1, 2, 4, 8, 16, 32, 64};

  /** Variance of what rounding takes away, in squares of a level, with a little room. */
  private static final float ROUNDING = 1.08f / 12;

  private static final double LAST = 1.5;

  private Steps() {}

  /** A grey picture of 8 bits at 16 bits, without its steps; it tiles if it did. */
  public static Pixels smoothed(Pixels grey) {
    int w = grey.width();
    int h = grey.height();
    float[] was = grey.plane(0);
    for (int i = 0; i < was.length; i++) {
      was[i] *= 255;
    }
    float[] now = was.clone();
    for (double width : WIDTHS) {
      if (width > Math.min(w, h) / 8.0) {
        break;
      }
      float[] smooth = flat(was, w, h, width);
      float[] error = new float[was.length];
      for (int i = 0; i < was.length; i++) {
        error[i] = (smooth[i] - was[i]) * (smooth[i] - was[i]);
      }
      float[] variance = PeriodicBlur.of(error, w, h, 2 * width);
      for (int i = 0; i < was.length; i++) {
        if (error[i] <= 0.25f && variance[i] < ROUNDING) {
          now[i] = smooth[i];
        }
      }
    }
    float[] out = flat(now, w, h, LAST);
    for (int i = 0; i < out.length; i++) {
      out[i] = Math.clamp(out[i], was[i] - 0.5f, was[i] + 0.5f) / 255;
    }
    return Ranges.deep(out, w, h);
  }

  /** A blur that leaves slow waves as high as they are: twice a blur less the blur of it. */
  private static float[] flat(float[] plane, int w, int h, double sigma) {
    float[] once = PeriodicBlur.of(plane, w, h, sigma);
    float[] twice = PeriodicBlur.of(once, w, h, sigma);
    for (int i = 0; i < once.length; i++) {
      once[i] = 2 * once[i] - twice[i];
    }
    return once;
  }
}
