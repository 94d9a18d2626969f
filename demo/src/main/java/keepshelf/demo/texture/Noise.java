package keepshelf.demo.texture;

/** Tiling noise over the unit square: every function has period 1 in u and v. */
final class Noise {
  private static final double[] GRADIENT_X = {1, -1, 1, -1, 0.4, 0.4, -0.4, -0.4};
  private static final double[] GRADIENT_Y = {0.4, 0.4, -0.4, -0.4, 1, -1, 1, -1};

  private Noise() {}

  private static int hash(int x, int y, int seed) {
    int h = x * 374761393 + y * 668265263 + seed * 1442695041;
    h = (h ^ (h >>> 13)) * 1274126177;
    return h ^ (h >>> 16);
  }

  /** A value 0..1 that belongs to cell (x, y). */
  static double cell(int x, int y, int seed) {
    return (hash(x, y, seed) & 0xFFFFFF) / (double) 0x1000000;
  }

  /** Gradient noise with {@code f} cells a side, about -1..1. */
  static double gradient(double u, double v, int f, int seed) {
    return gradient(u, v, f, f, seed);
  }

  /** Gradient noise with {@code fu} x {@code fv} cells. */
  static double gradient(double u, double v, int fu, int fv, int seed) {
    double x = u * fu;
    double y = v * fv;
    int ix = (int) Math.floor(x);
    int iy = (int) Math.floor(y);
    double fx = x - ix;
    double fy = y - iy;
    double sx = fade(fx);
    double sy = fade(fy);
    int x0 = wrap(ix, fu);
    int x1 = x0 + 1 == fu ? 0 : x0 + 1;
    int y0 = wrap(iy, fv);
    int y1 = y0 + 1 == fv ? 0 : y0 + 1;
    double a = dot(hash(x0, y0, seed), fx, fy);
    double b = dot(hash(x1, y0, seed), fx - 1, fy);
    double c = dot(hash(x0, y1, seed), fx, fy - 1);
    double d = dot(hash(x1, y1, seed), fx - 1, fy - 1);
    double top = a + (b - a) * sx;
    return (top + (c + (d - c) * sx - top) * sy) * 1.5;
  }

  private static int wrap(int i, int period) {
    return i >= 0 && i < period ? i : Math.floorMod(i, period);
  }

  private static double fade(double t) {
    return t * t * t * (t * (t * 6 - 15) + 10);
  }

  private static double dot(int h, double x, double y) {
    int k = h & 7;
    return GRADIENT_X[k] * x + GRADIENT_Y[k] * y;
  }

  /** Several octaves from {@code f} cells a side, each half as strong, about -1..1. */
  static double fbm(double u, double v, int f, int octaves, int seed) {
    return fbm(u, v, f, f, octaves, seed);
  }

  /** Several octaves from {@code fu} x {@code fv} cells. */
  static double fbm(double u, double v, int fu, int fv, int octaves, int seed) {
    double sum = 0;
    double amplitude = 0.5;
    int a = fu;
    int b = fv;
    for (int i = 0; i < octaves; i++) {
      sum += amplitude * gradient(u, v, a, b, seed + i);
      amplitude *= 0.5;
      a *= 2;
      b *= 2;
    }
    return sum;
  }

  /**
   * Cells around scattered points, {@code f} a side: out[0] distance to the nearest point, out[1]
   * to the second (in cells), out[2] a value 0..1 of the nearest cell.
   */
  static void cells(double u, double v, int f, int seed, double[] out) {
    double x = u * f;
    double y = v * f;
    int ix = (int) Math.floor(x);
    int iy = (int) Math.floor(y);
    double d1 = 9;
    double d2 = 9;
    double id = 0;
    for (int j = -1; j <= 1; j++) {
      for (int i = -1; i <= 1; i++) {
        int cx = Math.floorMod(ix + i, f);
        int cy = Math.floorMod(iy + j, f);
        double px = ix + i + 0.15 + 0.7 * cell(cx, cy, seed);
        double py = iy + j + 0.15 + 0.7 * cell(cx, cy, seed + 77);
        double d = Math.hypot(x - px, y - py);
        if (d < d1) {
          d2 = d1;
          d1 = d;
          id = cell(cx, cy, seed + 191);
        } else if (d < d2) {
          d2 = d;
        }
      }
    }
    out[0] = d1;
    out[1] = d2;
    out[2] = id;
  }

  /** 0 below {@code a}, 1 above {@code b}, smooth between. */
  static double step(double a, double b, double x) {
    double t = Math.clamp((x - a) / (b - a), 0, 1);
    return t * t * (3 - 2 * t);
  }
}
