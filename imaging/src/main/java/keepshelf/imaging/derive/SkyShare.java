package keepshelf.imaging.derive;

import java.util.stream.IntStream;

/**
 * How much of the sky each place of a tiling relief sees: ambient occlusion, cosine-weighted about
 * the surface's own normal. The horizon is found exactly along each direction, as the tangent to
 * the convex hull of what lies there (V. Timonen, J. Westerholm, "Scalable height field
 * self-shadowing", 2010), at a cost that does not depend on how far one looks; its integral over
 * each half plane is that of J. Jimenez and others, "Practical real-time strategies for accurate
 * indirect occlusion", 2016.
 */
public final class SkyShare {
  /** Directions that are looked at; more make no difference above 8 bits on usual surfaces. */
  private static final int DIRECTIONS = 24;

  private final float[] heights;
  private final int w;
  private final int h;
  private final float[] seen;

  private SkyShare(float[] heights, int w, int h) {
    this.heights = heights;
    this.w = w;
    this.h = h;
    seen = new float[w * h];
  }

  /**
   * The share for each pixel, 0 (none) to 1 (all), row by row.
   *
   * @param height w x h heights in widths of a pixel, up is positive
   */
  public static float[] of(float[] height, int w, int h) {
    SkyShare s = new SkyShare(height, w, h);
    for (int d = 0; d < DIRECTIONS; d++) {
      s.look(2 * Math.PI * (d + 0.5) / DIRECTIONS);
    }
    for (int i = 0; i < s.seen.length; i++) {
      s.seen[i] = Math.clamp(s.seen[i] * 2 / DIRECTIONS, 0, 1);
    }
    return s.seen;
  }

  /** Adds what is seen in one direction. */
  private void look(double angle) {
    double dx = Math.cos(angle);
    double dy = Math.sin(angle);
    boolean across = Math.abs(dx) >= Math.abs(dy);
    int lines = across ? h : w;
    // Lines lie side by side with one pixel between them, so that each pixel is met exactly once.
    IntStream.range(0, lines).parallel().forEach(l -> line(l, dx, dy, across));
  }

  /** Walks one line from far away towards where the view comes from. */
  private void line(int line, double dx, double dy, boolean across) {
    int length = across ? w : h;
    double major = across ? dx : dy;
    double slope = (across ? dy / dx : dx / dy);
    int back = major > 0 ? -1 : 1;
    double step = Math.sqrt(1 + slope * slope);
    double[] far = new double[2 * length];
    double[] high = new double[2 * length];
    int hull = 0;
    for (int k = -length; k < length; k++) {
      int along = back * k;
      double at = line + slope * along;
      double own = between(along, at, across);
      double t = k * step;
      // What the tangent from here passes over can no longer be seen from further on.
      while (hull > 1
          && rise(own, t, high[hull - 2], far[hull - 2])
              >= rise(own, t, high[hull - 1], far[hull - 1])) {
        hull--;
      }
      if (k >= 0) {
        double horizon =
            hull == 0 ? Double.NEGATIVE_INFINITY : rise(own, t, high[hull - 1], far[hull - 1]);
        int x = Math.floorMod(across ? along : (int) Math.round(at), w);
        int y = Math.floorMod(across ? (int) Math.round(at) : along, h);
        seen[y * w + x] += (float) slice(x, y, dx, dy, horizon);
      }
      far[hull] = t;
      high[hull++] = own;
    }
  }

  private static double rise(double own, double t, double other, double otherT) {
    return (other - own) / (t - otherT);
  }

  /** The height on a line: whole steps along one axis, between two pixels of the other. */
  private double between(int along, double at, boolean across) {
    int low = (int) Math.floor(at);
    double share = at - low;
    double a = across ? height(along, low) : height(low, along);
    double b = across ? height(along, low + 1) : height(low + 1, along);
    return a + (b - a) * share;
  }

  private double height(int x, int y) {
    return heights[Math.floorMod(y, h) * w + Math.floorMod(x, w)];
  }

  /**
   * The integral over one half plane: of cos(e) (a cos(e) + n sin(e)) over the elevations e above
   * the horizon, a and n being the normal along the direction and upwards.
   */
  private double slice(int x, int y, double dx, double dy, double horizon) {
    double gx = (height(x + 1, y) - height(x - 1, y)) / 2;
    double gy = (height(x, y + 1) - height(x, y - 1)) / 2;
    double n = 1 / Math.sqrt(1 + gx * gx + gy * gy);
    double rise = gx * dx + gy * dy;
    double a = -rise * n;
    // Nothing below the surface's own plane gives light.
    double e = Math.atan(Math.max(horizon, rise));
    double cos = Math.cos(e);
    return a * ((Math.PI / 2 - e) / 2 - Math.sin(2 * e) / 4) + n * cos * cos / 2;
  }
}
