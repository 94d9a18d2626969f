package keepshelf.standins.frame;

import java.util.stream.IntStream;

/**
 * Pictures in hexagons of which each shows another part of the tile, as the nodes {@code
 * hextiledimage} and {@code hextilednormalmap} of MaterialX 1.39 define it for hexagons that are
 * neither turned nor scaled (after M. Mikkelsen, Practical Real-Time Hex-Tiling, JCGT 11(2), 2022).
 */
final class Hexagons {
  /** Hexagons go over into each other by their weights to this power. */
  private static final int SHARP = 7;

  private static final double ACROSS = 2 * Math.sqrt(3);
  private static final double SKEW = 0.57735027;
  private static final double STRETCH = 1.15470054;

  private final double amount;
  private final int tiles;
  private final int width;
  private final int height;

  /**
   * For planes of one tile.
   *
   * @param amount how far hexagons are shifted, in random shares of a tile
   * @param tiles how many tiles a side are laid
   * @param width of the planes
   * @param height of the planes
   */
  Hexagons(double amount, int tiles, int width, int height) {
    this.amount = amount;
    this.tiles = tiles;
    this.width = width;
    this.height = height;
  }

  /**
   * What is shown at one place.
   *
   * @param shifts of the three hexagons there, to the right and upwards in turn, in tiles
   * @param weights of them, one together
   */
  record Place(double[] shifts, double[] weights) {}

  /** The hexagons at coordinates in tiles, v upwards. */
  static Place at(double u, double v, double amount) {
    double x = u * ACROSS - SKEW * v * ACROSS;
    double y = STRETCH * v * ACROSS;
    double fx = x - Math.floor(x);
    double fy = y - Math.floor(y);
    double fz = 1 - fx - fy;
    int s = fz <= 0 ? 1 : 0;
    double sign = 2 * s - 1;
    double[] weights = {-fz * sign, s - fy * sign, s - fx * sign};
    int bx = (int) Math.floor(x);
    int by = (int) Math.floor(y);
    int[][] ids = {{bx + s, by + s}, {bx + s, by + 1 - s}, {bx + 1 - s, by + s}};
    double[] shifts = new double[6];
    double sum = 0;
    for (int k = 0; k < 3; k++) {
      hash(ids[k][0] + 0.12345, ids[k][1] + 0.12345, amount, shifts, 2 * k);
      weights[k] = Math.pow(Math.max(0, weights[k]), SHARP);
      sum += weights[k];
    }
    for (int k = 0; k < 3; k++) {
      weights[k] /= sum;
    }
    return new Place(shifts, weights);
  }

  /** Two numbers below one that follow from a hexagon. */
  private static void hash(double x, double y, double amount, double[] out, int at) {
    double a = fraction(x * 0.1031);
    double b = fraction(y * 0.1030);
    double c = fraction(x * 0.0973);
    double more = a * (b + 33.33) + b * (c + 33.33) + c * (a + 33.33);
    a += more;
    b += more;
    c += more;
    out[at] = amount * fraction((a + b) * c);
    out[at + 1] = amount * fraction((a + c) * b);
  }

  private static double fraction(double v) {
    return v - Math.floor(v);
  }

  /** Planes of all tiles, from such of one. */
  float[][] laid(float[]... planes) {
    int w = width * tiles;
    float[][] out = new float[planes.length][w * height * tiles];
    IntStream.range(0, height * tiles)
        .parallel()
        .forEach(y -> {
          for (int x = 0; x < w; x++) {
            double u = (x + 0.5) / width;
            double v = tiles - (y + 0.5) / height;
            Place p = at(u, v, amount);
            for (int k = 0; k < 3; k++) {
              double sx = (u + p.shifts()[2 * k]) * width - 0.5;
              double sy = -(v + p.shifts()[2 * k + 1]) * height - 0.5;
              for (int c = 0; c < planes.length; c++) {
                out[c][y * w + x] += (float) (p.weights()[k] * between(planes[c], sx, sy));
              }
            }
          }
        });
    return out;
  }

  /** Between the four texels about a place, which lies in any tile. */
  private double between(float[] plane, double x, double y) {
    int x0 = (int) Math.floor(x);
    int y0 = (int) Math.floor(y);
    double fx = x - x0;
    double fy = y - y0;
    int l = Math.floorMod(x0, width);
    int r = Math.floorMod(x0 + 1, width);
    int t = Math.floorMod(y0, height) * width;
    int b = Math.floorMod(y0 + 1, height) * width;
    return (plane[t + l] * (1 - fx) + plane[t + r] * fx) * (1 - fy)
        + (plane[b + l] * (1 - fx) + plane[b + r] * fx) * fy;
  }
}
