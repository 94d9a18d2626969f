package keepshelf.imaging.analyse;

import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/**
 * What the values of one channel are like; about a million pixels are looked at, spread evenly.
 * Values are 0..1 as stored; float pictures may leave that range.
 *
 * @param least smallest value
 * @param most largest value
 * @param mean mean value
 * @param deviation standard deviation
 * @param skew third standardised moment; negative when a few values lie far below the mean
 * @param dark share of values nearer to level 15 of 255, or below, than to level 16
 * @param bright share of values nearer to level 240 of 255, or above, than to level 239
 */
public record ChannelFacts(
    double least,
    double most,
    double mean,
    double deviation,
    double skew,
    double dark,
    double bright) {
  private static final int LOOKED_AT = 1 << 20;

  // Between two levels, so that rounding at no depth decides.
  private static final double DARK = 15.5 / 255;
  private static final double BRIGHT = 239.5 / 255;

  /** The facts of channel {@code c}. */
  public static ChannelFacts of(Pixels p, int c) {
    int step = Math.max(1, (int) Math.sqrt((double) p.width() * p.height() / LOOKED_AT));
    Sums sums = new Sums();
    if (p.depth() == Depth.F32) {
      for (int y = 0; y < p.height(); y += step) {
        for (int x = 0; x < p.width(); x += step) {
          double v = p.value(x, y, c);
          if (Double.isFinite(v)) {
            sums.add(v, 1);
          }
        }
      }
    } else {
      // Most levels occur many times: each is looked at once.
      int[] count = new int[p.fullScale() + 1];
      for (int y = 0; y < p.height(); y += step) {
        int row = y * p.width();
        for (int x = 0; x < p.width(); x += step) {
          count[p.level((row + x) * p.channels() + c)]++;
        }
      }
      for (int level = 0; level < count.length; level++) {
        if (count[level] > 0) {
          sums.add((double) level / p.fullScale(), count[level]);
        }
      }
    }
    return sums.facts();
  }

  /** Values taken so far. */
  private static final class Sums {
    private double least = Double.MAX_VALUE;
    private double most = -Double.MAX_VALUE;
    private double s1;
    private double s2;
    private double s3;
    private long dark;
    private long bright;
    private long n;

    void add(double v, int times) {
      least = Math.min(least, v);
      most = Math.max(most, v);
      s1 += times * v;
      s2 += times * v * v;
      s3 += times * v * v * v;
      dark += v < DARK ? times : 0;
      bright += v > BRIGHT ? times : 0;
      n += times;
    }

    ChannelFacts facts() {
      if (n == 0) {
        return new ChannelFacts(0, 0, 0, 0, 0, 0, 0);
      }
      double mean = s1 / n;
      double variance = Math.max(0, s2 / n - mean * mean);
      double third = s3 / n - 3 * mean * s2 / n + 2 * mean * mean * mean;
      double deviation = Math.sqrt(variance);
      return new ChannelFacts(
          least,
          most,
          mean,
          deviation,
          deviation < 1e-6 ? 0 : third / (variance * deviation),
          (double) dark / n,
          (double) bright / n);
    }
  }

  /** Whether all values are the same within half an 8-bit level. */
  public boolean constant() {
    return most - least < 0.5 / 255;
  }

  /** Whether almost all values are black or white and both occur. */
  public boolean binary() {
    return dark + bright > 0.9 && dark > 0.02 && bright > 0.02;
  }
}
