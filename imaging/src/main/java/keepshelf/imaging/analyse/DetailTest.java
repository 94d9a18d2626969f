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
      deviation += 0.5;
      float[] once = halved(levels, side);
      float[] twice = halved(once, side / 2);
      double byTwo = lost(levels, side, twice, 2);
      // Where much is lost, what the next halving loses says no more.
      boolean toQuarter = false;
      if (byTwo / deviation < QUARTER_LITTLE) {
        double byThree = lost(levels, side, halved(twice, side / 4), 3);
        toQuarter = byTwo < FALL * byThree || nothing(byTwo, byThree, deviation);
      }
      quarter &= toQuarter;
      half &= toQuarter || nothing(lost(levels, side, once, 1), byTwo, deviation);
      if (!half) {
        return Size.FULL;
      }
    }
    return flat ? Size.CANNOT_TELL : quarter ? Size.QUARTER : half ? Size.HALF : Size.FULL;
  }

  /** Luma in grey levels 0..255. */
  private static float[] crop(Pixels p, int x0, int y0, int side) {
    float[] out = new float[side * side];
    int channels = p.channels();
    float[] row = new float[side * channels];
    for (int y = 0, i = 0; y < side; y++) {
      p.read(x0, y0 + y, side, row);
      for (int j = 0; j < row.length; j += channels, i++) {
        out[i] = 255 * (channels >= 3 ? (row[j] + row[j + 1] + row[j + 2]) / 3 : row[j]);
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

  /** Levels that are lost when {@code halved}, made smaller so many times, is enlarged again. */
  private static double lost(float[] levels, int side, float[] halved, int times) {
    float[] small = halved;
    for (int s = side >> times; s < side / 2; s *= 2) {
      small = doubled(small, s);
    }
    // The last doubling is compared as it is made.
    float[] wide = widened(small, side / 2);
    double sum = 0;
    // Away from the edges of the crop, where the filter has no neighbours.
    for (int y = 8; y < side - 8; y++) {
      int toward = y % 2 == 0 ? -side : side;
      int c = y / 2 * side;
      sum += difference(levels, y * side, wide, c - toward, c, c + toward, c + 2 * toward, side);
    }
    double n = (double) (side - 16) * (side - 16);
    return Math.sqrt(sum / n);
  }

  /** The squares of what the row from {@code at} and one between {@code b} and {@code c} differ. */
  private static double difference(
      float[] levels, int at, float[] wide, int a, int b, int c, int d, int side) {
    double sum = 0;
    for (int x = 8; x < side - 8; x++) {
      double off = levels[at + x] - between(wide[a + x], wide[b + x], wide[c + x], wide[d + x]);
      sum += off * off;
    }
    return sum;
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

  /** Catmull-Rom, samples at a quarter and three quarters, in both directions. */
  private static float[] doubled(float[] in, int side) {
    int width = side * 2;
    float[] wide = widened(in, side);
    float[] out = new float[width * width];
    for (int y = 0; y < side; y++) {
      int a = Math.max(0, y - 2) * width;
      int b = Math.max(0, y - 1) * width;
      int c = y * width;
      int d = Math.min(side - 1, y + 1) * width;
      int e = Math.min(side - 1, y + 2) * width;
      int to = 2 * y * width;
      for (int x = 0; x < width; x++) {
        out[to + x] = between(wide[d + x], wide[c + x], wide[b + x], wide[a + x]);
        out[to + width + x] = between(wide[b + x], wide[c + x], wide[d + x], wide[e + x]);
      }
    }
    return out;
  }

  /** The same along rows only. */
  private static float[] widened(float[] in, int side) {
    float[] out = new float[side * side * 2];
    // With two samples more at either end, so that no place is a special one.
    float[] row = new float[side + 4];
    for (int y = 0; y < side; y++) {
      System.arraycopy(in, y * side, row, 2, side);
      row[0] = row[1] = row[2];
      row[side + 2] = row[side + 3] = row[side + 1];
      int to = y * side * 2;
      for (int x = 0; x < side; x++) {
        float a = row[x + 1];
        float b = row[x + 2];
        float c = row[x + 3];
        out[to + 2 * x] = between(c, b, a, row[x]);
        out[to + 2 * x + 1] = between(a, b, c, row[x + 4]);
      }
    }
    return out;
  }

  /** A quarter of a sample beyond {@code b}, on the way to {@code c}. */
  private static float between(float a, float b, float c, float d) {
    return -0.0703125f * a + 0.8671875f * b + 0.2265625f * c - 0.0234375f * d;
  }
}
