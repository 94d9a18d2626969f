package keepshelf.imaging.enlarge;

/**
 * Three shifted copies at each place, blended over a grid of triangles that closes over the larger
 * tile (E. Heitz, F. Neyret, "High-performance by-example noise using a histogram-preserving
 * blending operator", 2018; there with equilateral triangles).
 */
final class Triangles implements Weave {
  private final int w;
  private final int h;
  private final int across;
  private final int down;
  private final double cellsX;
  private final double cellsY;
  private final long seed;

  /**
   * For a tile.
   *
   * @param w its columns
   * @param h its rows
   * @param factor how many times as large a side becomes
   */
  Triangles(int w, int h, int factor, long seed) {
    this.w = w;
    this.h = h;
    this.seed = seed;
    // Patches of about 0.6 of a tile: large enough to keep its forms, small enough to hide it.
    across = Math.max(2, (int) Math.round(factor * 1.7));
    down = across;
    cellsX = (double) across / (w * factor);
    cellsY = (double) down / (h * factor);
  }

  @Override
  public int at(int x, int y, int[] sx, int[] sy, float[] weight) {
    double gx = (x + 0.5) * cellsX;
    double gy = (y + 0.5) * cellsY;
    int cx = (int) gx;
    int cy = (int) gy;
    double fx = gx - cx;
    double fy = gy - cy;
    boolean low = fx + fy < 1;
    corner(0, x, y, low ? cx : cx + 1, low ? cy : cy + 1, sx, sy);
    corner(1, x, y, cx + 1, cy, sx, sy);
    corner(2, x, y, cx, cy + 1, sx, sy);
    weight[0] = (float) (low ? 1 - fx - fy : fx + fy - 1);
    weight[1] = (float) (low ? fx : 1 - fy);
    weight[2] = (float) (low ? fy : 1 - fx);
    return MOST;
  }

  private void corner(int i, int x, int y, int cx, int cy, int[] sx, int[] sy) {
    long r = mixed(Math.floorMod(cx, across), Math.floorMod(cy, down));
    sx[i] = (int) ((x + (r & 0xFFFFF) * (long) w / 0x100000) % w);
    sy[i] = (int) ((y + (r >>> 20 & 0xFFFFF) * (long) h / 0x100000) % h);
  }

  private long mixed(int cx, int cy) {
    long v = seed * 0x9E3779B97F4A7C15L + cx * 0xC2B2AE3D27D4EB4FL + cy * 0x165667B19E3779F9L;
    v = (v ^ v >>> 30) * 0xBF58476D1CE4E5B9L;
    v = (v ^ v >>> 27) * 0x94D049BB133111EBL;
    return (v ^ v >>> 31) >>> 8;
  }
}
