package keepshelf.imaging.solid;

import java.util.Arrays;

/**
 * How high the folds of a {@link Drape} stand around each of its places, in {@link
 * HorizonMap#DIRECTIONS} directions: what a cloth hides of itself, without following a ray. Slopes
 * are of the cloth as it hangs, so one table serves every size.
 */
public final class FoldHorizon {
  private static final int SIDE = 96;

  /** Distances that are looked at, as shares of the cloth's width. */
  private static final float[] DISTANCES = {
    0.008f, 0.016f, 0.025f, 0.036f, 0.05f, 0.068f, 0.09f, 0.115f, 0.145f, 0.18f, 0.23f, 0.3f, 0.42f
  };

  private static final FoldHorizon FRONT = new FoldHorizon(1);
  private static final FoldHorizon BACK = new FoldHorizon(-1);

  private final float[] slopes = new float[SIDE * SIDE * HorizonMap.DIRECTIONS];

  private FoldHorizon(int sign) {
    for (int j = 0; j < SIDE; j++) {
      for (int i = 0; i < SIDE; i++) {
        around(sign, middle(i), middle(j), (j * SIDE + i) * HorizonMap.DIRECTIONS);
      }
    }
  }

  private static float middle(int i) {
    return (i + 0.5f) / SIDE - 0.5f;
  }

  private void around(int sign, float x, float y, int at) {
    float here = sign * Folds.depth(x, y);
    for (int k = 0; k < HorizonMap.DIRECTIONS; k++) {
      double a = 2 * Math.PI * k / HorizonMap.DIRECTIONS;
      // Behind the cloth lies all that falls away.
      float most = -10;
      for (float far : DISTANCES) {
        float ox = x + far * (float) Math.cos(a);
        float oy = y + far * (float) Math.sin(a);
        if (Math.abs(ox) <= 0.5f && Math.abs(oy) <= 0.5f) {
          most = Math.max(most, (sign * Folds.depth(ox, oy) - here) / far);
        }
      }
      slopes[at + k] = most;
    }
  }

  /** Of the side that faces front, or of the other. */
  public static FoldHorizon of(boolean behind) {
    return behind ? BACK : FRONT;
  }

  /**
   * The slopes at a place.
   *
   * @param x to the right on the unturned cloth, -0.5 to 0.5
   * @param y upwards, -0.5 to 0.5
   * @param out receives one for each direction, for {@link HorizonMap#slope(float[], int, float,
   *     float)}
   */
  public void at(float x, float y, float[] out) {
    float gx = Math.clamp((x + 0.5f) * SIDE - 0.5f, 0, SIDE - 1.001f);
    float gy = Math.clamp((y + 0.5f) * SIDE - 0.5f, 0, SIDE - 1.001f);
    int o = ((int) gy * SIDE + (int) gx) * HorizonMap.DIRECTIONS;
    int up = o + SIDE * HorizonMap.DIRECTIONS;
    float fx = gx - (int) gx;
    float fy = gy - (int) gy;
    Arrays.fill(out, 0);
    add(out, o, (1 - fx) * (1 - fy));
    add(out, o + HorizonMap.DIRECTIONS, fx * (1 - fy));
    add(out, up, (1 - fx) * fy);
    add(out, up + HorizonMap.DIRECTIONS, fx * fy);
  }

  private void add(float[] out, int from, float share) {
    for (int k = 0; k < HorizonMap.DIRECTIONS; k++) {
      out[k] += slopes[from + k] * share;
    }
  }
}
