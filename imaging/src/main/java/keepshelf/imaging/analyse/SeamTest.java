package keepshelf.imaging.analyse;

import java.util.Arrays;
import java.util.SplittableRandom;
import java.util.function.IntUnaryOperator;
import keepshelf.imaging.pixel.Pixels;

/**
 * Whether a picture goes on beyond its edges without a seam. The step across the border is compared
 * with the steps inside the picture and with the steps between columns (rows) that have nothing to
 * do with each other: a border like its neighbours tiles, one like strangers does not.
 */
public final class SeamTest {
  /** The three answers. */
  public enum Answer {
    TILES,
    SEAM,
    CANNOT_TELL
  }

  /**
   * An answer with its measures.
   *
   * @param answer the decision
   * @param stranger 0 when the border is like any other place, 1 when like unrelated columns; the
   *     larger of both axes
   * @param vertical whether the worse seam lies at the left and right edges
   */
  public record Result(Answer answer, double stranger, boolean vertical) {}

  /**
   * So many edges inside that are as strong make it likely that an edge of the pattern lies there.
   */
  private static final int SIMILAR = 3;

  static final int LINES = 128;
  private static final int STRANGERS = 200;

  /** Nothing was measured. */
  static final Result NOTHING = new Result(Answer.CANNOT_TELL, 0, true);

  private SeamTest() {}

  /**
   * Tests both axes.
   *
   * @param jpeg whether the picture came through JPEG, whose blocks end at the border: then only
   *     block borders are compared with it
   */
  public static Result test(Pixels p, boolean jpeg) {
    int[] rows = lines(p.height());
    int[] columns = lines(p.width());
    return test(
        new Lines(p.width(), rows.length, p.channels(), row(p, l -> rows[l])),
        new Lines(p.height(), columns.length, p.channels(), column(p, l -> columns[l])),
        jpeg);
  }

  /** The same of a picture of which only the lines that are followed are held. */
  static Result test(LargePicture p, boolean jpeg) {
    Pixels rows = p.lines();
    Pixels columns = p.columns();
    return test(
        new Lines(p.width(), rows.height(), rows.channels(), row(rows, l -> l)),
        new Lines(p.height(), columns.width(), rows.channels(), column(columns, l -> l)),
        jpeg);
  }

  private static Line row(Pixels p, IntUnaryOperator y) {
    return (l, into) -> p.read(0, y.applyAsInt(l), p.width(), into);
  }

  private static Line column(Pixels p, IntUnaryOperator x) {
    float[] pixel = new float[p.channels()];
    return (l, into) -> {
      for (int y = 0; y < p.height(); y++) {
        p.read(x.applyAsInt(l), y, 1, pixel);
        System.arraycopy(pixel, 0, into, y * pixel.length, pixel.length);
      }
    };
  }

  /** The lines that are followed, of {@code across} that lie side by side. */
  static int[] lines(int across) {
    int[] out = new int[Math.min(LINES, across)];
    Arrays.setAll(out, l -> (int) ((l + 0.5) * across / out.length));
    return out;
  }

  /** Reads all samples of a line, 0..1 as stored, channels interleaved. */
  private interface Line {
    void read(int line, float[] into);
  }

  /**
   * Lines along an axis.
   *
   * @param length pixels of a line
   * @param count lines
   */
  private record Lines(int length, int count, int channels, Line reader) {}

  /** Means over {@code m} pixels at either side of a place are compared there. */
  private static final class Steps {
    private final int m;
    private final int n;
    private final double[] inside;
    private final double[] strange = new double[STRANGERS];
    private final int[] one = new int[STRANGERS];
    private final int[] other = new int[STRANGERS];
    private double seam;

    Steps(int n, int m) {
      this.n = n;
      this.m = m;
      inside = new double[n];
      strangers();
    }

    /** Pairs of places at least a sixth of the picture apart, the same each time. */
    private void strangers() {
      SplittableRandom r = new SplittableRandom(n * 31L + m);
      int apart = Math.max(1, n / 6);
      for (int k = 0; k < STRANGERS; k++) {
        one[k] = r.nextInt(n - m + 1);
        int d;
        do {
          other[k] = r.nextInt(n - m + 1);
          d = Math.abs(other[k] - one[k]);
        } while (Math.min(d, n - d) < apart);
      }
    }

    /** Takes one line by its running sums. */
    void add(double[] sums) {
      double share = 1.0 / m;
      for (int i = m; i <= n - m; i++) {
        inside[i] += Math.abs(2 * sums[i] - sums[i - m] - sums[i + m]) * share;
      }
      seam += Math.abs((sums[n] - sums[n - m]) - sums[m]) * share;
      for (int k = 0; k < STRANGERS; k++) {
        int a = one[k];
        int b = other[k];
        strange[k] += Math.abs((sums[a + m] - sums[a]) - (sums[b + m] - sums[b])) * share;
      }
    }
  }

  private static Result test(Lines rows, Lines columns, boolean jpeg) {
    if (Math.min(rows.length, columns.length) < 64) {
      return new Result(Answer.CANNOT_TELL, 0, true);
    }
    double[] across = axis(rows, jpeg);
    double[] down = axis(columns, jpeg);
    boolean vertical = across[0] >= down[0];
    double t1 = Math.max(across[0], down[0]);
    double t2 = Math.max(across[1], down[1]);
    double peak = Math.max(across[2], down[2]);
    double like = vertical ? across[3] : down[3];
    Answer a =
        t1 > 0.8 && peak > 1.15
            ? like >= SIMILAR ? Answer.CANNOT_TELL : Answer.SEAM
            : (t1 < 0.5 && t2 < 0.6) || peak < 0.9 ? Answer.TILES : Answer.CANNOT_TELL;
    return new Result(a, t1, vertical);
  }

  /** {t1, t2, largest p, edges inside as strong as the border} of one axis; levels 0..255. */
  private static double[] axis(Lines lines, boolean jpeg) {
    int n = lines.length;
    int channels = lines.channels >= 3 ? 3 : 1;
    Steps[] all = {new Steps(n, 1), new Steps(n, 2), new Steps(n, 4)};
    float[] line = new float[n * lines.channels];
    double[] sums = new double[n + 1];
    for (int l = 0; l < lines.count; l++) {
      lines.reader.read(l, line);
      for (int c = 0; c < channels; c++) {
        for (int i = 0, k = c; i < n; i++, k += lines.channels) {
          sums[i + 1] = sums[i] + 255 * line[k];
        }
        for (Steps s : all) {
          s.add(sums);
        }
      }
    }
    double[] out = new double[4];
    for (int at = 0; at < all.length; at++) {
      Steps s = all[at];
      int grid = jpeg ? 8 : 1;
      int first = Math.max(grid, s.m);
      int count = 0;
      double[] inside = new double[n];
      for (int i = (first + grid - 1) / grid * grid; i <= n - s.m; i += grid) {
        inside[count++] = s.inside[i] / lines.count;
      }
      inside = Arrays.copyOf(inside, count);
      Arrays.sort(inside);
      Arrays.sort(s.strange);
      if (count == 0) {
        return out;
      }
      double median = inside[count / 2];
      double high = inside[Math.min(count - 1, (int) (count * 0.98))];
      double unrelated = s.strange[STRANGERS / 2] / lines.count;
      double seam = s.seam / lines.count;
      if (at < 2) {
        out[at] = (seam - median) / (Math.max(unrelated - median, 0) + 0.3);
      }
      if (s.m == 1) {
        out[3] = similar(s.inside, lines.count, first, n, seam);
      }
      out[2] = Math.max(out[2], seam / (high + 0.3));
    }
    return out;
  }

  /** How many places inside, some pixels apart, have a step almost as strong as the border's. */
  private static int similar(double[] steps, int lines, int first, int n, double seam) {
    int found = 0;
    for (int i = first; i <= n - first; i++) {
      if (steps[i] / lines >= 0.85 * seam) {
        found++;
        i += 6;
      }
    }
    return found;
  }
}
