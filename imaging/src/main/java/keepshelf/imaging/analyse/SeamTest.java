package keepshelf.imaging.analyse;

import java.util.Arrays;
import java.util.SplittableRandom;
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
        new Lines(p.width(), rows.length, p.channels(), (i, l, c) -> p.value(i, rows[l], c)),
        new Lines(p.height(), columns.length, p.channels(), (i, l, c) -> p.value(columns[l], i, c)),
        jpeg);
  }

  /** The same of a picture of which only the lines that are followed are held. */
  static Result test(LargePicture p, boolean jpeg) {
    Pixels rows = p.lines();
    Pixels columns = p.columns();
    return test(
        new Lines(p.width(), rows.height(), rows.channels(), (i, l, c) -> rows.value(i, l, c)),
        new Lines(
            p.height(), columns.width(), rows.channels(), (i, l, c) -> columns.value(l, i, c)),
        jpeg);
  }

  /** The lines that are followed, of {@code across} that lie side by side. */
  static int[] lines(int across) {
    int[] out = new int[Math.min(LINES, across)];
    Arrays.setAll(out, l -> (int) ((l + 0.5) * across / out.length));
    return out;
  }

  /** One value, 0..1 as stored. */
  private interface Value {
    float at(int i, int line, int channel);
  }

  /**
   * Lines along an axis.
   *
   * @param length values of a line
   * @param count lines
   */
  private record Lines(int length, int count, int channels, Value values) {}

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
  private static double[] axis(Lines all, boolean jpeg) {
    int n = all.length;
    int lines = all.count;
    int channels = all.channels >= 3 ? 3 : 1;
    double[] out = new double[4];
    int at = 0;
    for (int m : new int[] {1, 2, 4}) {
      double[] steps = new double[n];
      double seam = 0;
      double[] strange = new double[STRANGERS];
      int[][] pairs = strangers(n, m);
      float[] line = new float[n];
      double[] sums = new double[n + 1];
      for (int l = 0; l < lines; l++) {
        for (int c = 0; c < channels; c++) {
          for (int i = 0; i < n; i++) {
            line[i] = 255 * all.values.at(i, l, c);
            sums[i + 1] = sums[i] + line[i];
          }
          for (int i = m; i <= n - m; i++) {
            steps[i % n] += Math.abs(2 * sums[i] - sums[i - m] - sums[i + m]) / m;
          }
          seam += Math.abs((sums[n] - sums[n - m]) - sums[m]) / m;
          for (int k = 0; k < STRANGERS; k++) {
            int a = pairs[k][0];
            int b = pairs[k][1];
            strange[k] += Math.abs((sums[a + m] - sums[a]) - (sums[b + m] - sums[b])) / m;
          }
        }
      }
      int grid = jpeg ? 8 : 1;
      int first = Math.max(grid, m);
      int count = 0;
      double[] inside = new double[n];
      for (int i = (first + grid - 1) / grid * grid; i <= n - m; i += grid) {
        inside[count++] = steps[i] / lines;
      }
      inside = Arrays.copyOf(inside, count);
      Arrays.sort(inside);
      Arrays.sort(strange);
      if (count == 0) {
        return out;
      }
      double median = inside[count / 2];
      double high = inside[Math.min(count - 1, (int) (count * 0.98))];
      double unrelated = strange[STRANGERS / 2] / lines;
      seam /= lines;
      if (at < 2) {
        out[at] = (seam - median) / (Math.max(unrelated - median, 0) + 0.3);
      }
      if (m == 1) {
        out[3] = similar(steps, lines, first, n, seam);
      }
      out[2] = Math.max(out[2], seam / (high + 0.3));
      at++;
    }
    return out;
  }

  /** How many places inside, some pixels apart, have a step almost as strong as the border's. */
  private static int similar(double[] steps, int lines, int first, int n, double seam) {
    int found = 0;
    for (int i = first; i <= n - first; i++) {
      if (steps[i % n] / lines >= 0.85 * seam) {
        found++;
        i += 6;
      }
    }
    return found;
  }

  /** Pairs of places at least a sixth of the picture apart, the same each time. */
  private static int[][] strangers(int n, int m) {
    SplittableRandom r = new SplittableRandom(n * 31L + m);
    int[][] pairs = new int[STRANGERS][2];
    int apart = Math.max(1, n / 6);
    for (int[] pair : pairs) {
      pair[0] = r.nextInt(n - m + 1);
      int b;
      do {
        b = r.nextInt(n - m + 1);
        int d = Math.abs(b - pair[0]);
        pair[1] = Math.min(d, n - d) >= apart ? b : -1;
      } while (pair[1] < 0);
    }
    return pairs;
  }
}
