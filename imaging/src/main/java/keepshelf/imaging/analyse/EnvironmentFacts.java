package keepshelf.imaging.analyse;

import java.util.Arrays;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;
import org.jspecify.annotations.Nullable;

/**
 * What an environment light in the latitude-longitude layout holds: its middle looks ahead, its
 * upper edge is the zenith.
 *
 * @param stops dynamic range in stops: from the darkest hundredth of the sphere to its brightest
 *     ten-thousandth
 * @param sun the strongest small light, or null when the light is soft all over
 * @param horizonDegrees elevation of the edge between land and sky, or null when none is seen
 * @param skyShare share of all light that comes from the upper half, 0..1
 */
public record EnvironmentFacts(
    double stops, @Nullable Sun sun, @Nullable Double horizonDegrees, double skyShare) {
  /**
   * A small strong light.
   *
   * @param azimuthDegrees to the right of the middle, -180 to 180
   * @param elevationDegrees above the horizon, -90 to 90
   * @param share of all light on the sphere that it gives, 0..1
   */
  public record Sun(double azimuthDegrees, double elevationDegrees, double share) {}

  private static final int WIDTH = 1024;
  private static final double RADIUS = Math.toRadians(6);

  /** A light gives less than this share: it is no sun, only a bright spot. */
  private static final double LEAST_SHARE = 0.06;

  /** A sun is at least this many times as bright as the mean of the sphere. */
  private static final double LEAST_PEAK = 12;

  /**
   * Measures {@code p}; pictures of 8 or 16 bits are taken through the sRGB curve, floats as linear
   * light.
   */
  public static EnvironmentFacts of(Pixels p) {
    int w = Math.min(WIDTH, p.width());
    int h = Math.max(1, w / 2);
    double[] lum = luminance(p, w, h);
    double[] area = new double[h];
    for (int y = 0; y < h; y++) {
      area[y] = Math.sin(Math.PI * (y + 0.5) / h);
    }
    double total = 0;
    double upper = 0;
    double weight = 0;
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        double e = lum[y * w + x] * area[y];
        total += e;
        weight += area[y];
        upper += y < h / 2 ? e : 0;
      }
    }
    return new EnvironmentFacts(
        stops(lum),
        total <= 0 ? null : sun(lum, area, w, h, total, total / weight),
        horizon(lum, w, h),
        total <= 0 ? 0 : upper / total);
  }

  private static double[] luminance(Pixels p, int w, int h) {
    float[] rgb = Resampler.linear(p, w, h);
    double[] out = new double[w * h];
    for (int i = 0; i < out.length; i++) {
      out[i] = 0.2126 * rgb[3 * i] + 0.7152 * rgb[3 * i + 1] + 0.0722 * rgb[3 * i + 2];
    }
    return out;
  }

  private static double stops(double[] lum) {
    double[] sorted = Arrays.stream(lum).filter(v -> v > 0).sorted().toArray();
    if (sorted.length < 2) {
      return 0;
    }
    double dark = sorted[sorted.length / 100];
    double bright = sorted[Math.min(sorted.length - 1, (int) (sorted.length * 0.9999))];
    return Math.log(bright / dark) / Math.log(2);
  }

  private static @Nullable Sun sun(
      double[] lum, double[] area, int w, int h, double total, double mean) {
    int peak = 0;
    for (int i = 1; i < lum.length; i++) {
      peak = lum[i] > lum[peak] ? i : peak;
    }
    double[] at = direction(peak % w, peak / w, w, h);
    double[] centre = new double[3];
    double light = 0;
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        double[] d = direction(x, y, w, h);
        double cos = d[0] * at[0] + d[1] * at[1] + d[2] * at[2];
        if (cos > Math.cos(RADIUS)) {
          double e = lum[y * w + x] * area[y];
          light += e;
          for (int c = 0; c < 3; c++) {
            centre[c] += d[c] * e;
          }
        }
      }
    }
    double share = light / total;
    if (share < LEAST_SHARE || lum[peak] < LEAST_PEAK * mean) {
      return null;
    }
    double l = Math.sqrt(centre[0] * centre[0] + centre[1] * centre[1] + centre[2] * centre[2]);
    return new Sun(
        Math.toDegrees(Math.atan2(centre[0], centre[2])),
        Math.toDegrees(Math.asin(centre[1] / l)),
        share);
  }

  /** Unit direction of a texel: x right, y up, z ahead. */
  private static double[] direction(int x, int y, int w, int h) {
    double azimuth = ((x + 0.5) / w - 0.5) * 2 * Math.PI;
    double polar = Math.PI * (y + 0.5) / h;
    double s = Math.sin(polar);
    return new double[] {s * Math.sin(azimuth), Math.cos(polar), s * Math.cos(azimuth)};
  }

  /** The row near the middle where brightness (in stops) changes most, all around. */
  private static @Nullable Double horizon(double[] lum, int w, int h) {
    double[] rows = new double[h];
    for (int y = 0; y < h; y++) {
      double sum = 0;
      for (int x = 0; x < w; x++) {
        sum += Math.log(Math.max(1e-6, lum[y * w + x])) / Math.log(2);
      }
      rows[y] = sum / w;
    }
    int span = Math.max(1, h / 90);
    int best = -1;
    double most = 0;
    for (int y = h / 2 - h / 8; y <= h / 2 + h / 8; y++) {
      if (y - span >= 0 && y + span < h) {
        double step = Math.abs(mean(rows, y - span, y) - mean(rows, y, y + span));
        if (step > most) {
          most = step;
          best = y;
        }
      }
    }
    // Less than half a stop all around is a gradient, not an edge.
    return most < 0.5 ? null : 90 - 180.0 * best / h;
  }

  private static double mean(double[] v, int from, int to) {
    double sum = 0;
    for (int i = from; i < to; i++) {
      sum += v[i];
    }
    return sum / (to - from);
  }
}
