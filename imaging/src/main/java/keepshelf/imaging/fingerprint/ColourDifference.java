package keepshelf.imaging.fingerprint;

import keepshelf.imaging.colour.Srgb;

/**
 * How the colours of two aligned pictures differ, place by place and a little blurred: compression
 * changes colours of single pixels, a person those of places.
 *
 * @param deltaE mean difference in CIE L*a*b* (CIE76)
 * @param changed share of the places whose colours differ so that it is seen, 0..1
 * @param asStored mean difference of red and green as they are stored, 0..1
 * @param turnedOver the same with the second's green turned over
 */
record ColourDifference(double deltaE, double changed, double asStored, double turnedOver) {
  private static final int N = Fingerprint.COLOURS;

  static ColourDifference of(
      Fingerprint a, Fingerprint b, int turns, boolean mirror, double shiftX, double shiftY) {
    double[][] first = blurred(planes(a.colour(), 0, false), 0, 0);
    double[][] second = blurred(planes(b.colour(), turns, mirror), shiftX * N, shiftY * N);
    double e = 0;
    int changed = 0;
    double same = 0;
    double over = 0;
    double[] x = new double[3];
    double[] y = new double[3];
    for (int i = 0; i < N * N; i++) {
      lab(first, i, x);
      lab(second, i, y);
      double here = Math.sqrt(sq(x[0] - y[0]) + sq(x[1] - y[1]) + sq(x[2] - y[2]));
      e += here;
      changed += here > Match.SEEN ? 1 : 0;
      double red = Math.abs(first[0][i] - second[0][i]) / 255;
      same += (red + Math.abs(first[1][i] - second[1][i]) / 255) / 2;
      over += (red + Math.abs(first[1][i] - (255 - second[1][i])) / 255) / 2;
    }
    int n = N * N;
    return new ColourDifference(e / n, changed / (double) n, same / n, over / n);
  }

  /** Whether the two agree much better with one green turned over. */
  boolean greenTurnedOver() {
    return asStored > 0.004 && turnedOver < 0.5 * asStored;
  }

  /** Difference of vectors, on a scale like that of colours. */
  double vectors(boolean over) {
    return 100 * (over ? turnedOver : asStored);
  }

  private static double sq(double v) {
    return v * v;
  }

  private static double[][] planes(byte[] colour, int turns, boolean mirror) {
    double[][] out = new double[3][N * N];
    for (int y = 0; y < N; y++) {
      for (int x = 0; x < N; x++) {
        int from = Orientations.before(x, y, N, turns, mirror);
        for (int c = 0; c < 3; c++) {
          out[c][y * N + x] = colour[3 * from + c] & 0xFF;
        }
      }
    }
    return out;
  }

  /** Means over about three places around each, of planes that are shifted and wrap around. */
  private static double[][] blurred(double[][] planes, double shiftX, double shiftY) {
    double[][] out = new double[3][N * N];
    double[] weights = {0.25, 0.5, 0.25};
    for (int c = 0; c < 3; c++) {
      for (int y = 0; y < N; y++) {
        for (int x = 0; x < N; x++) {
          double s = 0;
          for (int j = -1; j <= 1; j++) {
            for (int i = -1; i <= 1; i++) {
              s += weights[i + 1] * weights[j + 1] * at(planes[c], x + i - shiftX, y + j - shiftY);
            }
          }
          out[c][y * N + x] = s;
        }
      }
    }
    return out;
  }

  private static double at(double[] plane, double x, double y) {
    int x0 = (int) Math.floor(x);
    int y0 = (int) Math.floor(y);
    double a = x - x0;
    double b = y - y0;
    return (1 - a) * (1 - b) * cell(plane, x0, y0)
        + a * (1 - b) * cell(plane, x0 + 1, y0)
        + (1 - a) * b * cell(plane, x0, y0 + 1)
        + a * b * cell(plane, x0 + 1, y0 + 1);
  }

  private static double cell(double[] plane, int x, int y) {
    return plane[Math.floorMod(y, N) * N + Math.floorMod(x, N)];
  }

  /** CIE L*a*b* of a stored sRGB colour, white D65. (IEC 61966-2-1; CIE 15) */
  private static void lab(double[][] planes, int i, double[] out) {
    double r = Srgb.toLinear((float) (planes[0][i] / 255));
    double g = Srgb.toLinear((float) (planes[1][i] / 255));
    double b = Srgb.toLinear((float) (planes[2][i] / 255));
    double x = f((0.4124 * r + 0.3576 * g + 0.1805 * b) / 0.9505);
    double y = f(0.2126 * r + 0.7152 * g + 0.0722 * b);
    double z = f((0.0193 * r + 0.1192 * g + 0.9505 * b) / 1.089);
    out[0] = 116 * y - 16;
    out[1] = 500 * (x - y);
    out[2] = 200 * (y - z);
  }

  private static double f(double t) {
    return t > 216.0 / 24389 ? Math.cbrt(t) : (24389.0 / 27 * t + 16) / 116;
  }
}
