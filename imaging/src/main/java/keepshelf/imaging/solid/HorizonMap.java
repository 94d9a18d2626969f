package keepshelf.imaging.solid;

import java.util.stream.IntStream;
import keepshelf.imaging.resample.Resampler;

/**
 * For each place of a height map and 16 directions around it, how high its surroundings stand
 * against the sky (Max 1988, "Horizon mapping"): what a relief shades of itself, without following
 * a ray. Slopes are in heights (0..1) a texel of the height map, so that they hold for every
 * relief.
 */
public final class HorizonMap {
  /** Directions around each place, from the right counter-clockwise. */
  public static final int DIRECTIONS = 16;

  private static final int LARGEST = 512;

  /** Distances that are looked at, in texels of this map; further off little stands out. */
  private static final int[] DISTANCES = {1, 2, 3, 4, 6, 8, 11, 15, 20, 28, 40, 56};

  private final int w;
  private final int h;

  /** {@link #DIRECTIONS} slopes for each texel, rows from the top. */
  private final float[] slopes;

  /** The horizon of {@code heights}, {@code width} x {@code height} values 0..1 that tile. */
  public HorizonMap(float[] heights, int width, int height) {
    w = Math.min(LARGEST, width);
    h = Math.min(LARGEST, height);
    float[] at = w == width && h == height ? heights : Resampler.area(heights, width, height, w, h);
    slopes = new float[w * h * DIRECTIONS];
    float perTexel = (float) w / width;
    IntStream.range(0, h).parallel().forEach(y -> row(at, y, perTexel));
  }

  private void row(float[] at, int y, float perTexel) {
    for (int k = 0; k < DIRECTIONS; k++) {
      double a = 2 * Math.PI * k / DIRECTIONS;
      for (int distance : DISTANCES) {
        int dx = (int) Math.round(Math.cos(a) * distance);
        int dy = (int) Math.round(-Math.sin(a) * distance);
        float length = (float) Math.sqrt(dx * dx + dy * dy) / perTexel;
        int row = Math.floorMod(y + dy, h) * w;
        for (int x = 0; x < w; x++) {
          float slope = (at[row + Math.floorMod(x + dx, w)] - at[y * w + x]) / length;
          int o = (y * w + x) * DIRECTIONS + k;
          if (slope > slopes[o]) {
            slopes[o] = slope;
          }
        }
      }
    }
  }

  /** Where the slopes of the place (s, t), in tiles, begin. */
  public int place(float s, float t) {
    int x = Math.min(w - 1, (int) ((s - (float) Math.floor(s)) * w));
    int y = Math.min(h - 1, (int) ((1 - (t - (float) Math.floor(t))) * h));
    return (y * w + x) * DIRECTIONS;
  }

  /** The slope that stands against the sky towards (x, y), to the right and up the map. */
  public float slope(int place, float x, float y) {
    return slope(slopes, place, x, y);
  }

  /**
   * The same where the direction is known already.
   *
   * @param turn the direction as a part of a whole turn, 0..1, see {@link #turn}
   */
  public float slope(int place, float turn) {
    return slope(slopes, place, turn);
  }

  /** The same in any row of {@link #DIRECTIONS} slopes that begins at {@code place}. */
  public static float slope(float[] slopes, int place, float x, float y) {
    return slope(slopes, place, turn(x, y));
  }

  private static float slope(float[] slopes, int place, float turn) {
    float at = turn * DIRECTIONS;
    int i = (int) at;
    float f = at - i;
    float a = slopes[place + (i & DIRECTIONS - 1)];
    float b = slopes[place + (i + 1 & DIRECTIONS - 1)];
    return a + (b - a) * f;
  }

  /** The direction as a part of a whole turn, 0..1, to half a degree. */
  public static float turn(float x, float y) {
    float ax = Math.abs(x);
    float ay = Math.abs(y);
    float least = ax < ay ? ax : ay;
    float most = ax < ay ? ay : ax;
    float q = least / (most + 1e-12f);
    // atan(q) / 2 pi for 0..1
    float a = q * (0.15915494f * (0.9724f - 0.1919f * q * q));
    if (ay > ax) {
      a = 0.25f - a;
    }
    if (x < 0) {
      a = 0.5f - a;
    }
    return y < 0 ? 1 - a : a;
  }
}
