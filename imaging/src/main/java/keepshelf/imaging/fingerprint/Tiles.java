package keepshelf.imaging.fingerprint;

import keepshelf.imaging.resample.Resampler;

/** Says how often one tile was laid to make a picture. */
final class Tiles {
  /** Pictures with fewer pixels on a side are not taken apart. */
  private static final int LEAST_SIDE = 64;

  /** Compared pixels of a side, at the most; a whole number of them makes a tile. */
  private static final int SIDE = Fingerprint.SIDE;

  private static final int MOST = 8;

  /** A tile that ends between two pixels is cut off there, which tells nothing of larger ones. */
  private static final int LEAST_TILE = 16;

  /** The same in a small picture, where a tile need not end on a whole pixel. */
  private static final double LIKELY = 0.6;

  /** Of a pattern without change along a direction nothing can be said there. */
  private static final double LEAST_CHANGE = 0.05;

  /** Share of the variance by which tiles of one picture differ when it was compressed. */
  static final double DIFFERENCE = 0.015;

  /** The same of vectors, whose red and green a compression stores at half the size. */
  static final double DIFFERENCE_OF_VECTORS = 0.045;

  private static final double LEAST_VARIANCE = 1e-5;

  private Tiles() {}

  /**
   * How many tiles stand side by side in a picture of {@code w x h} levels of 0..1.
   *
   * @param small the same picture as {@code SIDE} x {@code SIDE}
   * @param difference share of the variance by which tiles may differ
   */
  static int across(float[] luma, int w, int h, float[] small, double difference) {
    return most(luma, w, h, small, true, difference);
  }

  /** How many stand one below the other; see {@link #across}. */
  static int down(float[] luma, int w, int h, float[] small, double difference) {
    return most(luma, w, h, small, false, difference);
  }

  private static int most(
      float[] luma, int w, int h, float[] small, boolean across, double difference) {
    if (w < LEAST_SIDE || h < LEAST_SIDE) {
      return 1;
    }
    for (int n = MOST; n > 1; n--) {
      // Of most pictures the small one tells already that they are no tiles.
      if ((across ? w : h) / n >= LEAST_TILE
          && moved(small, SIDE, SIDE / (double) n, across) < LIKELY) {
        int side = SIDE / n * n;
        float[] whole = Resampler.area(luma, w, h, side, side);
        if (moved(whole, side, side / n, across) < difference
            && moved(whole, side, side / n / 2, across) > LEAST_CHANGE) {
          return n;
        }
      }
    }
    return 1;
  }

  /**
   * How much a picture differs from itself moved by so many pixels, wrapping round, as a share of
   * its variance; without contrast as much as can be.
   */
  private static double moved(float[] p, int side, double by, boolean across) {
    int whole = (int) by;
    float part = (float) (by - whole);
    double s = 0;
    double s2 = 0;
    double d2 = 0;
    // Where each column of a row, or each row of all, is found that far on.
    int[] near = new int[side];
    int[] next = new int[side];
    for (int i = 0; i < side; i++) {
      near[i] = (i + whole) % side;
      next[i] = (i + whole + 1) % side;
    }
    for (int y = 0; y < side; y++) {
      int row = y * side;
      for (int x = 0; x < side; x++) {
        float v = p[row + x];
        float there = across ? p[row + near[x]] : p[near[y] * side + x];
        if (part > 0) {
          float beyond = across ? p[row + next[x]] : p[next[y] * side + x];
          there += part * (beyond - there);
        }
        s += v;
        s2 += v * v;
        d2 += (v - there) * (v - there);
      }
    }
    int n = side * side;
    double variance = s2 / n - s / n * (s / n);
    return variance > LEAST_VARIANCE ? d2 / n / variance : Double.MAX_VALUE;
  }
}
