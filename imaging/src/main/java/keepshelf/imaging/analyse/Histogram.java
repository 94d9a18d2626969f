package keepshelf.imaging.analyse;

import java.util.ArrayList;
import java.util.List;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/**
 * How often each value is in a picture: of grey pictures the values, of others those of the channel
 * or of the luma of what is stored.
 *
 * @param shares of all pixels, in {@link #BINS} steps from black to white (floats: from the lowest
 *     to the highest value)
 * @param levels different values that occur; -1 for floats
 * @param possible values that the depth has; -1 for floats
 * @param low value that one pixel in two hundred is below
 * @param high value that one pixel in two hundred is above
 * @param middle mean value
 */
public record Histogram(
    List<Double> shares, int levels, int possible, double low, double high, double middle) {
  /** Steps of {@link #shares()}. */
  public static final int BINS = 64;

  private static final double TAIL = 0.005;

  /** Fine steps that percentiles are found in. */
  private static final int STEPS = 1 << 16;

  /** Copies the list. */
  public Histogram {
    shares = List.copyOf(shares);
  }

  /**
   * Counts all pixels.
   *
   * @param channel that is counted, or -1 for the luma of three and the value of one
   */
  public static Histogram of(Pixels p, int channel) {
    boolean luma = channel < 0 && p.channels() >= 3;
    float[] plane = luma ? p.luma() : p.plane(Math.max(0, channel));
    boolean floats = p.depth() == Depth.F32;
    double least = 0;
    double most = 1;
    if (floats) {
      least = Double.MAX_VALUE;
      most = -Double.MAX_VALUE;
      for (float v : plane) {
        if (Float.isFinite(v)) {
          least = Math.min(least, v);
          most = Math.max(most, v);
        }
      }
      if (most <= least) {
        most = least + 1e-6;
      }
    }
    int[] count = new int[STEPS];
    double sum = 0;
    int n = 0;
    for (float v : plane) {
      if (Float.isFinite(v)) {
        count[step((v - least) / (most - least))]++;
        sum += v;
        n++;
      }
    }
    int possible = floats ? -1 : p.depth() == Depth.U8 ? 256 : STEPS;
    return new Histogram(
        shares(count, Math.max(1, n)),
        floats ? -1 : levels(plane, possible),
        possible,
        least + percentile(count, n, TAIL) * (most - least),
        least + percentile(count, n, 1 - TAIL) * (most - least),
        n == 0 ? 0 : sum / n);
  }

  private static int step(double share) {
    return Math.clamp((int) Math.round(share * (STEPS - 1)), 0, STEPS - 1);
  }

  private static List<Double> shares(int[] count, int n) {
    List<Double> out = new ArrayList<>();
    int each = STEPS / BINS;
    for (int i = 0; i < STEPS; i += each) {
      long sum = 0;
      for (int k = i; k < i + each; k++) {
        sum += count[k];
      }
      out.add((double) sum / n);
    }
    return out;
  }

  private static int levels(float[] plane, int possible) {
    boolean[] seen = new boolean[possible];
    int levels = 0;
    for (float v : plane) {
      int l = Math.clamp(Math.round(v * (possible - 1)), 0, possible - 1);
      levels += seen[l] ? 0 : 1;
      seen[l] = true;
    }
    return levels;
  }

  private static double percentile(int[] count, int n, double share) {
    long left = (long) (n * share);
    for (int i = 0; i < STEPS; i++) {
      left -= count[i];
      if (left < 0) {
        return i / (STEPS - 1.0);
      }
    }
    return 1;
  }
}
