package keepshelf.imaging.analyse;

import java.util.ArrayList;
import java.util.List;
import java.util.function.IntFunction;
import keepshelf.imaging.pixel.Pixels;

/**
 * Up to which size a picture holds detail: it is made smaller and enlarged again, and what is lost
 * is measured. It cannot say whether a picture was enlarged: a smooth one looks the same.
 */
public final class DetailTest {
  /** The size up to which there is detail. */
  public enum Size {
    FULL,
    HALF,
    QUARTER,
    /** Too flat or too small to say. */
    CANNOT_TELL
  }

  private static final int CROP = 512;

  /** Shares of the deviation below which what is lost counts as nothing. */
  private static final double NOTHING = 0.03;

  /** The same when the next halving loses this many times more, as after enlarging. */
  private static final double LITTLE = 0.12;

  private static final double QUARTER_LITTLE = 0.2;
  private static final double FALL = 0.4;
  private static final double LEAST_LEVELS = 0.6;
  private static final double FLAT = 2.0;

  private DetailTest() {}

  /**
   * The places that are looked at in a picture: {x, y, columns, rows}; the middle first, none when
   * it is too small.
   */
  static List<int[]> places(int width, int height) {
    if (Math.min(width, height) < 128) {
      return List.of();
    }
    int side = Math.min(CROP, Math.min(width, height)) / 8 * 8;
    double[][] all = {{0.5, 0.5}, {0, 0}, {1, 1}, {1, 0}, {0, 1}};
    List<int[]> out = new ArrayList<>();
    for (double[] at : width <= side && height <= side ? new double[][] {all[0]} : all) {
      int x = (int) (at[0] * (width - side)) / 8 * 8;
      int y = (int) (at[1] * (height - side)) / 8 * 8;
      out.add(new int[] {x, y, side, side});
    }
    return out;
  }

  /** Judges the sharpest of up to five places of {@code p}. */
  public static Size of(Pixels p) {
    List<int[]> places = places(p.width(), p.height());
    return sharpest(
        places.size(), i -> crop(p, places.get(i)[0], places.get(i)[1], places.get(i)[2]));
  }

  /** The same of places that were cut out. */
  static Size of(List<Pixels> cuts) {
    return sharpest(cuts.size(), i -> crop(cuts.get(i), 0, 0, cuts.get(i).width()));
  }

  private static Size sharpest(int places, IntFunction<float[]> cut) {
    boolean half = true;
    boolean quarter = true;
    boolean flat = true;
    for (int i = 0; i < places; i++) {
      float[] levels = cut.apply(i);
      int side = (int) Math.sqrt(levels.length);
      double deviation = deviation(levels);
      if (deviation < FLAT) {
        continue;
      }
      flat = false;
      double[] lost = {
        lost(levels, side, 1), lost(levels, side, 2), lost(levels, side, 3), deviation + 0.5
      };
      boolean toQuarter =
          lost[1] / lost[3] < QUARTER_LITTLE && lost[1] < FALL * lost[2]
              || nothing(lost[1], lost[2], lost[3]);
      quarter &= toQuarter;
      half &= toQuarter || nothing(lost[0], lost[1], lost[3]);
      if (!half) {
        return Size.FULL;
      }
    }
    return flat ? Size.CANNOT_TELL : quarter ? Size.QUARTER : half ? Size.HALF : Size.FULL;
  }

  /** Luma in grey levels 0..255. */
  private static float[] crop(Pixels p, int x0, int y0, int side) {
    float[] out = new float[side * side];
    boolean colour = p.channels() >= 3;
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        float v =
            colour
                ? (p.value(x0 + x, y0 + y, 0)
                        + p.value(x0 + x, y0 + y, 1)
                        + p.value(x0 + x, y0 + y, 2))
                    / 3
                : p.value(x0 + x, y0 + y, 0);
        out[y * side + x] = 255 * v;
      }
    }
    return out;
  }

  private static double deviation(float[] v) {
    double s = 0;
    double s2 = 0;
    for (float f : v) {
      s += f;
      s2 += (double) f * f;
    }
    double mean = s / v.length;
    return Math.sqrt(Math.max(0, s2 / v.length - mean * mean));
  }

  /** Whether {@code lost} levels are nothing, seen beside what the next halving loses. */
  private static boolean nothing(double lost, double next, double deviation) {
    double share = lost / deviation;
    return share < LITTLE && lost < FALL * next || share < NOTHING && lost < LEAST_LEVELS;
  }

  /** Levels that are lost by halving {@code times} and enlarging again. */
  private static double lost(float[] levels, int side, int times) {
    float[] small = levels;
    int s = side;
    for (int i = 0; i < times; i++) {
      small = halved(small, s);
      s /= 2;
    }
    for (int i = 0; i < times; i++) {
      small = doubled(small, s);
      s *= 2;
    }
    double sum = 0;
    int n = 0;
    // Away from the edges of the crop, where the filter has no neighbours.
    for (int y = 8; y < side - 8; y++) {
      for (int x = 8; x < side - 8; x++) {
        double d = levels[y * side + x] - small[y * side + x];
        sum += d * d;
        n++;
      }
    }
    return Math.sqrt(sum / n);
  }

  private static float[] halved(float[] in, int side) {
    int s = side / 2;
    float[] out = new float[s * s];
    for (int y = 0; y < s; y++) {
      for (int x = 0; x < s; x++) {
        int i = 2 * y * side + 2 * x;
        out[y * s + x] = (in[i] + in[i + 1] + in[i + side] + in[i + side + 1]) / 4;
      }
    }
    return out;
  }

  /** Catmull-Rom, samples at a quarter and three quarters. */
  private static float[] doubled(float[] in, int side) {
    float[] wide = new float[side * side * 2];
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        wide[y * side * 2 + 2 * x] = between(in, y * side, x, side, 1, -1);
        wide[y * side * 2 + 2 * x + 1] = between(in, y * side, x, side, 1, 1);
      }
    }
    float[] out = new float[side * side * 4];
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side * 2; x++) {
        out[2 * y * side * 2 + x] = between(wide, x, y, side, side * 2, -1);
        out[(2 * y + 1) * side * 2 + x] = between(wide, x, y, side, side * 2, 1);
      }
    }
    return out;
  }

  /** A quarter of a sample to either side of sample {@code i}. */
  private static float between(float[] v, int base, int i, int n, int stride, int dir) {
    float a = v[base + stride * Math.clamp(i - dir, 0, n - 1)];
    float b = v[base + stride * i];
    float c = v[base + stride * Math.clamp(i + dir, 0, n - 1)];
    float d = v[base + stride * Math.clamp(i + 2L * dir, 0, n - 1)];
    return -0.0703125f * a + 0.8671875f * b + 0.2265625f * c - 0.0234375f * d;
  }
}
