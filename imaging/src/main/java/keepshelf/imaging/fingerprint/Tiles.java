package keepshelf.imaging.fingerprint;

import keepshelf.imaging.resample.Resampler;

/** Says how often one tile was laid to make a picture. */
final class Tiles {
  /** Pictures with fewer pixels on a side are not taken apart. */
  private static final int LEAST_SIDE = 64;

  /** Compared pixels of a side, at the most; a whole number of them makes a tile. */
  private static final int SIDE = 128;

  private static final int MOST = 8;

  /** A tile that ends between two pixels is cut off there, which tells nothing of larger ones. */
  private static final int LEAST_TILE = 16;

  /** Of a pattern without change along a direction nothing can be said there. */
  private static final double LEAST_CHANGE = 0.05;

  /** Share of the variance by which tiles of one picture differ when it was compressed. */
  private static final double DIFFERENCE = 0.015;

  private static final double LEAST_VARIANCE = 1e-5;

  private Tiles() {}

  /** How many tiles stand side by side in a picture of {@code w x h} levels of 0..1. */
  static int across(float[] luma, int w, int h) {
    return w < LEAST_SIDE || h < LEAST_SIDE ? 1 : most(luma, w, h, true);
  }

  /** How many stand one below the other. */
  static int down(float[] luma, int w, int h) {
    return w < LEAST_SIDE || h < LEAST_SIDE ? 1 : most(luma, w, h, false);
  }

  private static int most(float[] luma, int w, int h, boolean across) {
    for (int n = MOST; n > 1; n--) {
      int side = SIDE / n * n;
      float[] small = Resampler.area(luma, w, h, side, side);
      if ((across ? w : h) / n >= LEAST_TILE && alike(small, side, side / n, across)) {
        return n;
      }
    }
    return 1;
  }

  /** Whether a picture is the same when it is moved by a tile, and not merely by less. */
  private static boolean alike(float[] small, int side, int tile, boolean across) {
    double s = 0;
    double s2 = 0;
    double moved = 0;
    double next = 0;
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        float v = small[y * side + x];
        s += v;
        s2 += v * v;
        moved += square(v - at(small, side, x, y, tile, across));
        next += square(v - at(small, side, x, y, Math.max(1, tile / 2), across));
      }
    }
    int n = side * side;
    double variance = s2 / n - s / n * (s / n);
    return variance > LEAST_VARIANCE
        && moved / n < DIFFERENCE * variance
        && next / n > LEAST_CHANGE * variance;
  }

  private static float at(float[] small, int side, int x, int y, int by, boolean across) {
    return across ? small[y * side + (x + by) % side] : small[(y + by) % side * side + x];
  }

  private static double square(double v) {
    return v * v;
  }
}
