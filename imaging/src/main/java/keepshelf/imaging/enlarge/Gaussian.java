package keepshelf.imaging.enlarge;

import java.util.Arrays;

/**
 * A channel as if its values were normally distributed, and back, by their ranks: what is blended
 * in between keeps its histogram.
 */
final class Gaussian {
  private static final int STEPS = 4096;

  /** Beyond this many standard deviations nothing is told apart. */
  private static final double REACH = 4;

  private final float[] sorted;
  private final float[] back = new float[STEPS + 1];

  Gaussian(float[] values) {
    int step = Math.max(1, values.length / 500_000);
    sorted = new float[(values.length + step - 1) / step];
    for (int i = 0; i < sorted.length; i++) {
      sorted[i] = values[i * step];
    }
    Arrays.sort(sorted);
    for (int i = 0; i <= STEPS; i++) {
      double z = (2.0 * i / STEPS - 1) * REACH;
      double at = normal(z) * (sorted.length - 1);
      int low = (int) at;
      float a = sorted[low];
      float b = sorted[Math.min(low + 1, sorted.length - 1)];
      back[i] = (float) (a + (b - a) * (at - low));
    }
  }

  /** The value as a number of standard deviations. */
  float of(float v) {
    int low = Arrays.binarySearch(sorted, v);
    if (low < 0) {
      low = -low - 1;
      return (float) quantile(Math.clamp((low + 0.0) / sorted.length, 1e-5, 1 - 1e-5));
    }
    // Of equal values the middle one.
    int first = low;
    while (first > 0 && sorted[first - 1] == v && low - first < 64) {
      first--;
    }
    int last = low;
    while (last < sorted.length - 1 && sorted[last + 1] == v && last - low < 64) {
      last++;
    }
    return (float)
        quantile(Math.clamp(((first + last) / 2.0 + 0.5) / sorted.length, 1e-5, 1 - 1e-5));
  }

  /** The value that a number of standard deviations stands for. */
  float back(float z) {
    double at = (Math.clamp(z, -REACH, REACH) / REACH + 1) / 2 * STEPS;
    int low = (int) at;
    return low >= STEPS
        ? back[STEPS]
        : (float) (back[low] + (back[low + 1] - back[low]) * (at - low));
  }

  /** The share of a normal distribution below {@code z} (to 1e-7; W. J. Cody's error function). */
  private static double normal(double z) {
    // Abramowitz and Stegun 26.2.17
    double t = 1 / (1 + 0.2316419 * Math.abs(z));
    double p =
        0.3989422804014327
            * Math.exp(-z * z / 2)
            * t
            * (0.319381530
                + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
    return z > 0 ? 1 - p : p;
  }

  /** The inverse of that (P. J. Acklam's rational approximation, to 1e-9 relative). */
  private static double quantile(double p) {
    double[] a = {
      -39.69683028665376,
      220.9460984245205,
      -275.9285104469687,
      138.3577518672690,
      -30.66479806614716,
      2.506628277459239
    };
    double[] b = {
      -54.47609879822406,
      161.5858368580409,
      -155.6989798598866,
      66.80131188771972,
      -13.28068155288572
    };
    double[] c = {
      -0.007784894002430293,
      -0.3223964580411365,
      -2.400758277161838,
      -2.549732539343734,
      4.374664141464968,
      2.938163982698783
    };
    double[] d = {0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416};
    if (p < 0.02425 || p > 1 - 0.02425) {
      double q = Math.sqrt(-2 * Math.log(p < 0.5 ? p : 1 - p));
      double x =
          (((((c[0] * q + c[1]) * q + c[2]) * q + c[3]) * q + c[4]) * q + c[5])
              / ((((d[0] * q + d[1]) * q + d[2]) * q + d[3]) * q + 1);
      return p < 0.5 ? x : -x;
    }
    double q = p - 0.5;
    double r = q * q;
    return (((((a[0] * r + a[1]) * r + a[2]) * r + a[3]) * r + a[4]) * r + a[5])
        * q
        / (((((b[0] * r + b[1]) * r + b[2]) * r + b[3]) * r + b[4]) * r + 1);
  }
}
