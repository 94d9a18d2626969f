package keepshelf.imaging.derive;

import java.util.Arrays;

/**
 * Curvature and cavities of a tiling relief, as grey planes. Both are measured against the relief's
 * own strength: the strongest hundredth of it comes to white or black.
 */
public final class Curvature {
  /** Share of the grey range on each side of the middle that the measured strength fills. */
  private static final float FILLED = 0.45f;

  private static final double STRONG = 0.99;

  private Curvature() {}

  /**
   * Mean curvature: one half is flat, lighter is an edge that stands out, darker one that lies
   * deep.
   *
   * @param height w x h heights, any unit
   * @param sigma size in pixels of the smallest form that counts
   */
  public static float[] of(float[] height, int w, int h, double sigma) {
    float[] s = PeriodicBlur.of(height, w, h, sigma);
    float[] out = new float[s.length];
    for (int y = 0; y < h; y++) {
      int up = (y + h - 1) % h * w;
      int down = (y + 1) % h * w;
      for (int x = 0; x < w; x++) {
        int l = (x + w - 1) % w;
        int r = (x + 1) % w;
        int row = y * w;
        // The negative Laplacian with equal weight in all directions (nine points).
        float around = s[row + l] + s[row + r] + s[up + x] + s[down + x];
        float corners = s[up + l] + s[up + r] + s[down + l] + s[down + r];
        out[row + x] = (20 * s[row + x] - 4 * around - corners) / 6;
      }
    }
    float strong = strength(out);
    for (int i = 0; i < out.length; i++) {
      out[i] = Math.clamp(0.5f + FILLED * (strong == 0 ? 0 : out[i] / strong), 0f, 1f);
    }
    return out;
  }

  /**
   * Cavities: white is open, darker lies deeper below what is around it.
   *
   * @param height w x h heights, any unit
   * @param sigma size in pixels of what is around
   */
  public static float[] cavity(float[] height, int w, int h, double sigma) {
    float[] around = PeriodicBlur.of(height, w, h, sigma);
    for (int i = 0; i < around.length; i++) {
      around[i] = Math.max(0, around[i] - height[i]);
    }
    float strong = strength(around);
    for (int i = 0; i < around.length; i++) {
      around[i] = 1 - Math.clamp(strong == 0 ? 0 : 2 * FILLED * around[i] / strong, 0f, 1f);
    }
    return around;
  }

  /** What a hundredth of the values, without their signs, is above. */
  private static float strength(float[] v) {
    int step = Math.max(1, v.length / 200_000);
    float[] some = new float[(v.length + step - 1) / step];
    for (int i = 0; i < some.length; i++) {
      some[i] = Math.abs(v[i * step]);
    }
    Arrays.sort(some);
    return some[(int) (STRONG * (some.length - 1))];
  }
}
