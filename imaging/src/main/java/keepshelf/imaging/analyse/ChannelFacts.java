package keepshelf.imaging.analyse;

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
 * @param dark share of values under 16/255
 * @param bright share of values over 239/255
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

  /** The facts of channel {@code c}. */
  public static ChannelFacts of(Pixels p, int c) {
    int step = Math.max(1, (int) Math.sqrt((double) p.width() * p.height() / LOOKED_AT));
    double least = Double.MAX_VALUE;
    double most = -Double.MAX_VALUE;
    double s1 = 0;
    double s2 = 0;
    double s3 = 0;
    long dark = 0;
    long bright = 0;
    long n = 0;
    for (int y = 0; y < p.height(); y += step) {
      for (int x = 0; x < p.width(); x += step) {
        double v = p.value(x, y, c);
        if (!Double.isFinite(v)) {
          continue;
        }
        least = Math.min(least, v);
        most = Math.max(most, v);
        s1 += v;
        s2 += v * v;
        s3 += v * v * v;
        dark += v < 16 / 255.0 ? 1 : 0;
        bright += v > 239 / 255.0 ? 1 : 0;
        n++;
      }
    }
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

  /** Whether all values are the same within half an 8-bit level. */
  public boolean constant() {
    return most - least < 0.5 / 255;
  }

  /** Whether almost all values are black or white and both occur. */
  public boolean binary() {
    return dark + bright > 0.9 && dark > 0.02 && bright > 0.02;
  }
}
