package keepshelf.imaging.derive;

import java.util.stream.IntStream;

/**
 * A blur of a tiling plane close to that of a Gaussian: three means over boxes one after the other
 * (P. Kovesi, "Fast almost-Gaussian filtering", 2010), at the same cost for every width.
 */
public final class PeriodicBlur {
  private static final int PASSES = 3;

  private PeriodicBlur() {}

  /**
   * The blurred plane, w x h.
   *
   * @param sigma standard deviation in pixels; below a third of a pixel nothing is blurred
   */
  public static float[] of(float[] plane, int w, int h, double sigma) {
    float[] out = plane.clone();
    // A box of 2 r + 1 pixels has the variance ((2 r + 1)² - 1) / 12.
    double ideal = Math.sqrt(12 * sigma * sigma / PASSES + 1);
    int least = Math.max(0, ((int) Math.floor(ideal) - 1) / 2);
    double small = 2.0 * least + 1;
    double large = small + 2;
    long narrow =
        Math.round(
            (12 * sigma * sigma - PASSES * (large * large - 1)) / (small * small - large * large));
    for (int p = 0; p < PASSES; p++) {
      int radius = p < Math.clamp(narrow, 0, PASSES) ? least : least + 1;
      if (radius > 0) {
        rows(out, w, h, radius);
        columns(out, w, h, radius);
      }
    }
    return out;
  }

  private static void rows(float[] a, int w, int h, int radius) {
    IntStream.range(0, h).parallel().forEach(y -> line(a, y * w, 1, w, radius));
  }

  private static void columns(float[] a, int w, int h, int radius) {
    IntStream.range(0, w).parallel().forEach(x -> line(a, x, w, h, radius));
  }

  private static void line(float[] a, int from, int step, int n, int radius) {
    float[] in = new float[n];
    for (int i = 0; i < n; i++) {
      in[i] = a[from + i * step];
    }
    double sum = 0;
    for (int i = -radius; i <= radius; i++) {
      sum += in[Math.floorMod(i, n)];
    }
    double share = 1.0 / (2 * radius + 1);
    for (int i = 0; i < n; i++) {
      a[from + i * step] = (float) (sum * share);
      sum += in[Math.floorMod(i + radius + 1, n)] - in[Math.floorMod(i - radius, n)];
    }
  }
}
