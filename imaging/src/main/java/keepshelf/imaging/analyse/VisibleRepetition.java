package keepshelf.imaging.analyse;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.fourier.Fft;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/**
 * How easily the eye sees that a tile repeats. Whatever is in a tile comes back in every tile; it
 * gives the repetition away when the eye can make it out from where it stands and when nothing else
 * in the tile looks the same. So the luminance is filtered by the eye's contrast sensitivity; then
 * patches are compared, not grains: by how light they are and by how much goes on in them; and of
 * how they differ that part counts which the tile's own structure, such as rows of bricks, does not
 * explain.
 *
 * @param contrast standard deviation of that part over the mean luminance; above about {@link
 *     #FOUND} a repetition is found by who looks for it, above {@link #PLAIN} it is seen at once
 * @param structure likeness of the tile to itself at its own best shift, 0..1
 * @param spots places that give it away, the strongest first
 */
public record VisibleRepetition(double contrast, double structure, List<Spot> spots) {
  /** From this contrast on who looks for a repetition finds it. */
  public static final double FOUND = 0.02;

  /** From this contrast on a repetition is seen at once. */
  public static final double PLAIN = 0.06;

  private static final int SIDE = 256;

  /** Radius (standard deviation) of the patches that are compared, as a share of the tile. */
  private static final double PATCH = 1 / 32.0;

  /** Cycles per degree that are seen best. */
  private static final double BEST = 8;

  private static final int MOST_SPOTS = 6;

  /** A place counts as a spot when it stands out by so many standard deviations. */
  private static final double OUT = 2.2;

  /** What is weaker than this is seen by nobody. */
  private static final double LEAST = 0.004;

  /** Shifts shorter than this share of a tile are the same place. */
  private static final double SAME = 0.1;

  /**
   * A place in the tile.
   *
   * @param x from the left, 0..1
   * @param y from the top, 0..1
   * @param contrast how much lighter (above 0) or darker it is than its tile would lead to expect
   */
  public record Spot(double x, double y, double contrast) {}

  /** Copies the list. */
  public VisibleRepetition {
    spots = List.copyOf(spots);
  }

  /**
   * Looks at a tile.
   *
   * @param colour its colours, through the sRGB curve, or linear when they are floats
   * @param tileWidth of the tile in metres
   * @param tileHeight of the tile in metres
   * @param distance of the eye in metres, straight in front
   */
  public static VisibleRepetition of(
      Pixels colour, double tileWidth, double tileHeight, double distance) {
    double degree = 2 * distance * Math.tan(Math.toRadians(0.5));
    Fft fft = new Fft(SIDE);
    float[] seen =
        filtered(
            contrast(colour),
            fft,
            (x, y) -> sensitivity(Math.hypot(x / tileWidth * degree, y / tileHeight * degree)));
    float[] light = filtered(seen.clone(), fft, VisibleRepetition::patch);
    float[] busy = new float[seen.length];
    for (int i = 0; i < busy.length; i++) {
      busy[i] = (seen[i] - light[i]) * (seen[i] - light[i]);
    }
    busy = filtered(busy, fft, VisibleRepetition::patch);
    double mean = 0;
    for (int i = 0; i < busy.length; i++) {
      busy[i] = (float) Math.sqrt(Math.max(0, busy[i]));
      mean += busy[i];
    }
    mean /= busy.length;
    for (int i = 0; i < busy.length; i++) {
      busy[i] -= (float) mean;
    }
    float[] like = likeness(light, busy, fft);
    int shift = bestShift(like);
    double structure = shift < 0 ? 0 : Math.clamp(like[shift] / Math.max(1e-30, like[0]), 0, 1);
    float[] out = unexplained(light, shift, structure);
    float[] more = unexplained(busy, shift, structure);
    for (int i = 0; i < out.length; i++) {
      float sign = out[i] < 0 ? -1 : 1;
      out[i] = sign * (float) Math.hypot(out[i], more[i]);
    }
    double deviation = deviation(out);
    return new VisibleRepetition(deviation, structure, spots(out, deviation));
  }

  /** What is left of a grating of so many periods a tile to the right and downwards, 0..1. */
  @FunctionalInterface
  private interface Filter {
    double at(double x, double y);
  }

  private static double patch(double x, double y) {
    double r = Math.PI * PATCH;
    return Math.exp(-2 * r * r * (x * x + y * y));
  }

  private static float[] filtered(float[] plane, Fft fft, Filter filter) {
    float[] im = new float[plane.length];
    fft.transform(plane, im, false);
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        double keeps =
            filter.at(x <= SIDE / 2 ? x : x - SIDE, y <= SIDE / 2 ? y : y - SIDE) / (SIDE * SIDE);
        plane[y * SIDE + x] *= (float) keeps;
        im[y * SIDE + x] *= (float) keeps;
      }
    }
    fft.transform(plane, im, true);
    return plane;
  }

  /**
   * Sensitivity to gratings, 1 at its best: Mannos and Sakrison, "The effects of a visual fidelity
   * criterion on the encoding of images", 1974. Coarser gratings than those that are seen best are
   * taken as seen as well: far above the threshold contrasts look alike at all of them (Georgeson
   * and Sullivan, "Contrast constancy", 1975).
   *
   * @param f cycles per degree
   */
  static double sensitivity(double f) {
    return f <= BEST ? 1 : 2.65 * (0.0192 + 0.114 * f) * Math.exp(-Math.pow(0.114 * f, 1.1));
  }

  /** Luminance over its mean, less one, on a square of {@link #SIDE}. */
  private static float[] contrast(Pixels p) {
    float[] sum = new float[SIDE * SIDE];
    float[] weight = {0.2126f, 0.7152f, 0.0722f};
    for (int c = 0; c < 3; c++) {
      float[] plane = p.plane(p.channels() < 3 ? 0 : c);
      if (p.depth() != Depth.F32) {
        for (int i = 0; i < plane.length; i++) {
          plane[i] = Srgb.linear(plane[i]);
        }
      }
      float[] small = Resampler.area(plane, p.width(), p.height(), SIDE, SIDE);
      for (int i = 0; i < sum.length; i++) {
        sum[i] += weight[c] * small[i];
      }
    }
    double mean = 0;
    for (float v : sum) {
      mean += v;
    }
    float m = (float) Math.max(1e-4, mean / sum.length);
    for (int i = 0; i < sum.length; i++) {
      sum[i] = sum[i] / m - 1;
    }
    return sum;
  }

  /** Autocorrelation of both planes together over all shifts. */
  private static float[] likeness(float[] one, float[] other, Fft fft) {
    float[] re = one.clone();
    float[] im = other.clone();
    // As real and imaginary part of one picture: their powers add up, what is mixed is odd.
    fft.transform(re, im, false);
    for (int i = 0; i < re.length; i++) {
      re[i] = re[i] * re[i] + im[i] * im[i];
      im[i] = 0;
    }
    fft.transform(re, im, true);
    return re;
  }

  /** The shift at which the tile is most like itself, of those that are peaks; -1 for none. */
  private static int bestShift(float[] like) {
    double far = SIDE * SAME;
    int best = -1;
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        double d = Math.hypot(Math.min(x, SIDE - x), Math.min(y, SIDE - y));
        int i = y * SIDE + x;
        if (d >= far && (best < 0 || like[i] > like[best]) && isPeak(like, x, y)) {
          best = i;
        }
      }
    }
    return best < 0 || like[best] <= 0 ? -1 : best;
  }

  private static boolean isPeak(float[] like, int x, int y) {
    float v = like[y * SIDE + x];
    for (int dy = -1; dy <= 1; dy++) {
      for (int dx = -1; dx <= 1; dx++) {
        if (like[wrap(y + dy) * SIDE + wrap(x + dx)] > v) {
          return false;
        }
      }
    }
    return true;
  }

  /** What is left when each place is compared with those one shift further on either side. */
  private static float[] unexplained(float[] seen, int shift, double structure) {
    if (shift < 0) {
      return seen;
    }
    int sx = shift % SIDE;
    int sy = shift / SIDE;
    float share = (float) structure;
    float[] out = new float[seen.length];
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        float on = seen[wrap(y + sy) * SIDE + wrap(x + sx)];
        float back = seen[wrap(y - sy) * SIDE + wrap(x - sx)];
        out[y * SIDE + x] = seen[y * SIDE + x] - share * (on + back) / 2;
      }
    }
    return out;
  }

  private static double deviation(float[] plane) {
    double sum = 0;
    for (float v : plane) {
      sum += (double) v * v;
    }
    return Math.sqrt(sum / plane.length);
  }

  private static List<Spot> spots(float[] plane, double deviation) {
    if (deviation < LEAST) {
      return List.of();
    }
    Integer[] order = new Integer[plane.length];
    Arrays.setAll(order, i -> i);
    Arrays.sort(order, Comparator.comparingDouble(i -> -Math.abs(plane[i])));
    List<Spot> out = new ArrayList<>();
    for (int i : order) {
      if (out.size() == MOST_SPOTS || Math.abs(plane[i]) < OUT * deviation) {
        break;
      }
      double x = (i % SIDE + 0.5) / SIDE;
      double y = (i / SIDE + 0.5) / SIDE;
      if (out.stream().allMatch(s -> apart(s.x(), x) + apart(s.y(), y) > SAME)) {
        out.add(new Spot(x, y, plane[i]));
      }
    }
    return out;
  }

  /** Distance of two places along one side of a tile that repeats. */
  private static double apart(double a, double b) {
    double d = Math.abs(a - b);
    return Math.min(d, 1 - d);
  }

  private static int wrap(int i) {
    return i & SIDE - 1;
  }
}
