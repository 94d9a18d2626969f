package keepshelf.imaging.derive;

import java.util.stream.IntStream;

/**
 * How much of the sky each place of a tiling relief sees: ambient occlusion, cosine-weighted about
 * the surface's own normal. The horizon is found along each direction as the tangent to the convex
 * hull of what lies there (V. Timonen, J. Westerholm, "Scalable height field self-shadowing",
 * 2010), at a cost that does not depend on how far one looks; its integral over each half plane is
 * that of J. Jimenez and others, "Practical real-time strategies for accurate indirect occlusion",
 * 2016.
 */
public final class SkyShare {
  /** Directions that are looked at; more make no difference above 8 bits on usual surfaces. */
  private static final int DIRECTIONS = 16;

  /** Planes are turned in blocks of that many pixels a side, for the sake of the cache. */
  private static final int BLOCK = 64;

  private final float[] heights;
  private final int w;
  private final int h;
  private final float[] seen;

  /** Lines go along rows: for the directions nearer to the columns the plane is turned. */
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
    SkyShare across = new SkyShare(height, w, h);
    SkyShare down = new SkyShare(turned(height, w, h), h, w);
    for (int d = 0; d < DIRECTIONS; d++) {
      double angle = 2 * Math.PI * (d + 0.5) / DIRECTIONS;
      double dx = Math.cos(angle);
      double dy = Math.sin(angle);
      if (Math.abs(dx) >= Math.abs(dy)) {
        across.look(dx, dy);
      } else {
        down.look(dy, dx);
      }
    }
    float[] other = turned(down.seen, h, w);
    for (int i = 0; i < other.length; i++) {
      other[i] = Math.clamp((other[i] + across.seen[i]) * 2 / DIRECTIONS, 0, 1);
    }
    return other;
  }

  /** Rows become columns. */
  private static float[] turned(float[] plane, int w, int h) {
    float[] out = new float[plane.length];
    for (int by = 0; by < h; by += BLOCK) {
      for (int bx = 0; bx < w; bx += BLOCK) {
        for (int y = by; y < Math.min(h, by + BLOCK); y++) {
          for (int x = bx; x < Math.min(w, bx + BLOCK); x++) {
            out[x * h + y] = plane[y * w + x];
          }
        }
      }
    }
    return out;
  }

  /** Adds what is seen in one direction, of which the first part is the larger one. */
  private void look(double dx, double dy) {
    // Lines lie side by side with one pixel between them, so that each pixel is met exactly once.
    IntStream.range(0, h).parallel().forEach(l -> line(l, (float) dx, (float) dy));
  }

  /** Walks one line from a whole tile away towards where the view comes from. */
  private void line(int line, float dx, float dy) {
    int back = dx > 0 ? -1 : 1;
    float slope = dy / dx * back;
    float step = (float) Math.sqrt(1 + slope * slope);
    int before = w;
    float[] far = new float[before + w];
    float[] high = new float[before + w];
    int hull = 0;
    int x = Math.floorMod(-back * before, w);
    for (int k = -before; k < w; k++) {
      float at = line + slope * k;
      int low = (int) Math.floor(at);
      float share = at - low;
      int row = wrapped(low) * w;
      int next = row + w == heights.length ? 0 : row + w;
      float own = heights[row + x] + (heights[next + x] - heights[row + x]) * share;
      float t = k * step;
      // What the tangent from here passes over can no longer be seen from further on.
      float horizon = Float.NEGATIVE_INFINITY;
      if (hull > 0) {
        horizon = (high[hull - 1] - own) / (t - far[hull - 1]);
        while (hull > 1) {
          float behind = (high[hull - 2] - own) / (t - far[hull - 2]);
          if (behind < horizon) {
            break;
          }
          horizon = behind;
          hull--;
        }
      }
      if (k >= 0) {
        int y = share < 0.5f ? row : next;
        seen[y + x] += slice(x, y, dx, dy, horizon);
      }
      far[hull] = t;
      high[hull++] = own;
      x += back;
      x = x < 0 ? w - 1 : x == w ? 0 : x;
    }
  }

  private int wrapped(int y) {
    int i = y;
    while (i < 0) {
      i += h;
    }
    while (i >= h) {
      i -= h;
    }
    return i;
  }

  /**
   * The integral over one half plane: of cos(e) (a cos(e) + n sin(e)) over the elevations e above
   * the horizon, a and n being the normal along the direction and upwards; in terms of the
   * horizon's tangent.
   *
   * @param row index of the row's first pixel
   */
  private float slice(int x, int row, float dx, float dy, float horizon) {
    int right = x + 1 == w ? 0 : x + 1;
    int left = x == 0 ? w - 1 : x - 1;
    int below = row + w == heights.length ? 0 : row + w;
    int above = row == 0 ? heights.length - w : row - w;
    float gx = (heights[row + right] - heights[row + left]) / 2;
    float gy = (heights[below + x] - heights[above + x]) / 2;
    float n = (float) (1 / Math.sqrt(1 + gx * gx + gy * gy));
    float rise = gx * dx + gy * dy;
    // Nothing below the surface's own plane gives light.
    float t = Math.max(horizon, rise);
    float cos2 = 1 / (1 + t * t);
    return n * (cos2 - rise * ((float) (Math.PI / 2) - atan(t) - t * cos2)) / 2;
  }

  /**
   * The arc tangent to 0.0001 (C. Hastings, "Approximations for digital computers", 1955, sheet 9).
   */
  private static float atan(float t) {
    float a = Math.abs(t);
    float s = a > 1 ? 1 / a : a;
    float q = s * s;
    float p =
        s * (0.999866f + q * (-0.3302995f + q * (0.180141f + q * (-0.085133f + q * 0.0208351f))));
    float v = a > 1 ? (float) (Math.PI / 2) - p : p;
    return t < 0 ? -v : v;
  }
}
