package keepshelf.imaging.derive;

import java.util.Optional;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * Parts a grey map whose values stand in two heaps, such as a metallic map that is neither black
 * nor white, into black and white, with edges as soft as they were.
 */
public final class TwoValues {
  private static final int LEVELS = 256;

  /** Share of the variance that is between the heaps, above which there are two. */
  private static final double APART = 0.75;

  /** Share of the picture that may lie in the middle part of the way between the heaps. */
  private static final double VALLEY = 0.12;

  private static final double MIDDLE = 0.4;

  /** Least share of the picture in each. */
  private static final double LEAST = 0.005;

  /** Share of the way between the heaps, to either side of the border, that stays grey. */
  private static final double EDGE = 0.2;

  private TwoValues() {}

  /** The parted map, 8 bits; empty when the values do not stand in two heaps. */
  public static Optional<Pixels> parted(Pixels grey) {
    int[] count = new int[LEVELS];
    float[] plane = grey.plane(0);
    for (float v : plane) {
      count[Math.clamp(Math.round(v * (LEVELS - 1)), 0, LEVELS - 1)]++;
    }
    double[] heaps = heaps(count, plane.length);
    if (heaps == null) {
      return Optional.empty();
    }
    double border = (heaps[0] + heaps[1]) / 2;
    double soft = (heaps[1] - heaps[0]) * EDGE;
    byte[] out = new byte[plane.length];
    for (int i = 0; i < out.length; i++) {
      double t = Math.clamp((plane[i] * (LEVELS - 1) - border + soft) / (2 * soft), 0, 1);
      out[i] = (byte) Math.round(255 * t * t * (3 - 2 * t));
    }
    return Optional.of(Pixels.u8(grey.width(), grey.height(), 1, out));
  }

  /**
   * Means of the two heaps, by the threshold that leaves least variance within them (N. Otsu,
   * 1979); null when they are not apart.
   */
  private static double @Nullable [] heaps(int[] count, int n) {
    double sum = 0;
    double squares = 0;
    for (int v = 0; v < LEVELS; v++) {
      sum += (double) v * count[v];
      squares += (double) v * v * count[v];
    }
    double all = squares / n - sum / n * sum / n;
    double best = 0;
    double[] heaps = null;
    double below = 0;
    double sumBelow = 0;
    for (int t = 0; t < LEVELS - 1; t++) {
      below += count[t];
      sumBelow += (double) t * count[t];
      double share = below / n;
      if (share < LEAST || share > 1 - LEAST) {
        continue;
      }
      double low = sumBelow / below;
      double high = (sum - sumBelow) / (n - below);
      double between = share * (1 - share) * (high - low) * (high - low);
      if (between > best) {
        best = between;
        heaps = new double[] {low, high};
      }
    }
    return heaps != null && all > 0 && best / all > APART && between(count, n, heaps) < VALLEY
        ? heaps
        : null;
  }

  private static double between(int[] count, int n, double[] heaps) {
    double middle = (heaps[0] + heaps[1]) / 2;
    double half = (heaps[1] - heaps[0]) * MIDDLE / 2;
    long in = 0;
    for (int v = 0; v < LEVELS; v++) {
      in += Math.abs(v - middle) < half ? count[v] : 0;
    }
    return (double) in / n;
  }
}
