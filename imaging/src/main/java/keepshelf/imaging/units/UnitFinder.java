package keepshelf.imaging.units;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import keepshelf.imaging.derive.PeriodicBlur;
import keepshelf.imaging.units.Pieces.Piece;
import org.jspecify.annotations.Nullable;

/**
 * Finds units that are set off by joints all round. Planes of which one may tell units from joints
 * (height, lightness, ...) are each cut at several levels, either side; what falls into many pieces
 * of about one size that are each about as full as a box is taken, the best of all, or none.
 */
public final class UnitFinder {
  /** Shares of a plane that may be joints, beside what N. Otsu's method (1979) says. */
  private static final double[] JOINTS = {0.06, 0.12, 0.2, 0.3};

  private static final int MOST_ERODED = 3;
  private static final double SMALLEST = 0.001;
  private static final double FULL = 0.6;
  private static final double SIZES = 5;
  private static final int FEWEST = 3;

  /** Least share of the tile that boxes have to fill, less half of what is left over. */
  private static final double SURE = 0.42;

  private final int w;
  private final int h;
  private double best = SURE;
  private List<FoundUnit> found = List.of();

  private UnitFinder(int w, int h) {
    this.w = w;
    this.h = h;
  }

  /**
   * Looks for units.
   *
   * @param planes of one tile that repeats, each of {@code w} x {@code h} values of any range; 200
   *     to 500 pixels a side are enough
   * @return the units, or none when nothing is made of such
   */
  public static List<FoundUnit> find(int w, int h, List<float[]> planes) {
    return planes.stream()
        .flatMap(p -> Stream.of(p, steps(p, w, h)))
        .parallel()
        .map(p -> {
          UnitFinder f = new UnitFinder(w, h);
          f.plane(p);
          return f;
        })
        .reduce((a, b) -> b.best > a.best ? b : a)
        .map(f -> f.found)
        .orElse(List.of());
  }

  /** How steep a plane is: units that lie over each other, as slates do, have steps for joints. */
  private static float[] steps(float[] plane, int w, int h) {
    float[] soft = PeriodicBlur.of(plane, w, h, 0.8);
    float[] out = new float[plane.length];
    for (int y = 0; y < h; y++) {
      int up = (y + h - 1) % h * w;
      int down = (y + 1) % h * w;
      for (int x = 0; x < w; x++) {
        float dx = soft[y * w + (x + 1) % w] - soft[y * w + (x + w - 1) % w];
        float dy = soft[down + x] - soft[up + x];
        // The root brings faint steps nearer to the strong ones.
        out[y * w + x] = (float) Math.sqrt(Math.hypot(dx, dy));
      }
    }
    return out;
  }

  private void plane(float[] plane) {
    float[] flat = PeriodicBlur.of(plane, w, h, Math.max(w, h) / 400.0 + 0.4);
    float[] large = PeriodicBlur.of(plane, w, h, Math.max(w, h) / 6.0);
    for (int i = 0; i < flat.length; i++) {
      flat[i] -= large[i];
    }
    float[] sorted = flat.clone();
    Arrays.sort(sorted);
    if (!(sorted[sorted.length - 1] > sorted[0])) {
      return;
    }
    List<Float> above = new ArrayList<>(List.of(otsu(sorted)));
    List<Float> below = new ArrayList<>(above);
    for (double share : JOINTS) {
      above.add(sorted[(int) (share * sorted.length)]);
      below.add(sorted[(int) ((1 - share) * sorted.length)]);
    }
    above.forEach(level -> cut(flat, level, true));
    below.forEach(level -> cut(flat, level, false));
  }

  /** The level that parts values best into two groups; they come sorted. */
  private static float otsu(float[] sorted) {
    double sum = 0;
    for (float v : sorted) {
      sum += v;
    }
    double left = 0;
    double most = -1;
    float level = sorted[0];
    int n = sorted.length;
    for (int i = 0; i < n - 1; i++) {
      left += sorted[i];
      double a = left / (i + 1);
      double b = (sum - left) / (n - i - 1);
      double between = (i + 1.0) * (n - i - 1.0) * (a - b) * (a - b);
      if (between > most) {
        most = between;
        level = sorted[i];
      }
    }
    return level;
  }

  private void cut(float[] plane, float level, boolean above) {
    boolean[] mask = new boolean[plane.length];
    for (int i = 0; i < mask.length; i++) {
      mask[i] = above ? plane[i] > level : plane[i] < level;
    }
    for (int e = 0; e <= MOST_ERODED; e++) {
      weigh(mask, e);
      mask = Pieces.eroded(mask, w, h);
    }
  }

  /** Takes the pieces of a mask if they are better than all before. */
  private void weigh(boolean[] mask, int eroded) {
    int all = 0;
    for (boolean b : mask) {
      all += b ? 1 : 0;
    }
    if (all <= best * mask.length) {
      return;
    }
    List<Piece> pieces = Pieces.of(mask, w, h, (int) Math.max(12, SMALLEST * w * h));
    List<FoundUnit> units = new ArrayList<>();
    double usual = usual(pieces);
    double good = 0;
    double boxes = 0;
    for (Piece p : pieces) {
      boolean alike = p.area() * SIZES >= usual && p.area() <= usual * SIZES;
      if (!p.endless() && alike) {
        Box b = new Box(p);
        if (b.fullness() >= FULL) {
          FoundUnit u = b.inner(eroded);
          good += p.area();
          if (u != null) {
            boxes += u.width() * u.height();
            units.add(u);
          }
        }
      }
    }
    double whole = (double) w * h;
    // Two that hang together have one small box between them, and count for less.
    double score = boxes - 0.5 * (all - good) / whole;
    if (units.size() >= FEWEST && score > best) {
      best = score;
      found = List.copyOf(units);
    }
  }

  /** The area that half of all is in pieces as large as. */
  private static double usual(List<Piece> pieces) {
    List<Piece> sorted =
        pieces.stream()
            .filter(p -> !p.endless())
            .sorted(Comparator.comparingInt(Piece::area))
            .toList();
    long all = sorted.stream().mapToLong(Piece::area).sum();
    long sum = 0;
    for (Piece p : sorted) {
      sum += p.area();
      if (2 * sum >= all) {
        return p.area();
      }
    }
    return 0;
  }

  /** A piece in its box. */
  private final class Box {
    private static final double SIDES = 0.9;
    private static final double JOINED = 0.6;
    private static final double BORDER = 0.9;

    private final int left;
    private final int top;
    private final boolean[][] has;
    private final int area;

    Box(Piece p) {
      left = Arrays.stream(p.xs()).min().orElseThrow();
      top = Arrays.stream(p.ys()).min().orElseThrow();
      int right = Arrays.stream(p.xs()).max().orElseThrow();
      int bottom = Arrays.stream(p.ys()).max().orElseThrow();
      has = new boolean[bottom - top + 1][right - left + 1];
      for (int i = 0; i < p.area(); i++) {
        has[p.ys()[i] - top][p.xs()[i] - left] = true;
      }
      area = p.area();
    }

    double fullness() {
      return area / ((double) has.length * has[0].length);
    }

    /**
     * The box whose sides are all but full: the emptiest side is taken off again and again. Null
     * where a joint goes through it, because two units hang together.
     */
    @Nullable FoundUnit inner(int eroded) {
      int l = 0;
      int t = 0;
      int r = has[0].length;
      int b = has.length;
      while (r - l > 2 && b - t > 2) {
        double[] sides = {column(l, t, b), column(r - 1, t, b), row(t, l, r), row(b - 1, l, r)};
        int worst = 0;
        for (int i = 1; i < 4; i++) {
          worst = sides[i] < sides[worst] ? i : worst;
        }
        if (sides[worst] >= SIDES) {
          break;
        }
        l += worst == 0 ? 1 : 0;
        r -= worst == 1 ? 1 : 0;
        t += worst == 2 ? 1 : 0;
        b -= worst == 3 ? 1 : 0;
      }
      for (int y = t; y < b; y++) {
        if (row(y, l, r) < JOINED) {
          return null;
        }
      }
      for (int x = l; x < r; x++) {
        if (column(x, t, b) < JOINED) {
          return null;
        }
      }
      // What was taken off all round lies within the unit; a pixel on its border only partly does.
      double more = eroded - BORDER;
      return new FoundUnit(
          (left + l - more) / w,
          (top + t - more) / h,
          (r - l + 2 * more) / w,
          (b - t + 2 * more) / h);
    }

    private double column(int x, int t, int b) {
      int n = 0;
      for (int y = t; y < b; y++) {
        n += has[y][x] ? 1 : 0;
      }
      return n / (double) (b - t);
    }

    private double row(int y, int l, int r) {
      int n = 0;
      for (int x = l; x < r; x++) {
        n += has[y][x] ? 1 : 0;
      }
      return n / (double) (r - l);
    }
  }
}
