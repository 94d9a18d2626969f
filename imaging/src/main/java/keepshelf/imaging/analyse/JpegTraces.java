package keepshelf.imaging.analyse;

import java.util.Arrays;
import keepshelf.imaging.pixel.Pixels;

/** Finds the grid of JPEG's 8 x 8 blocks in a picture that is stored without loss now. */
public final class JpegTraces {
  private static final double LEAST = 2.2;

  /** Levels that a jump at the grid is larger by; below that no bump shows it. */
  private static final double LEAST_JUMP = 0.08;

  /** No more of the picture is looked at, from its corner at the top left. */
  static final int CROP = 640;

  private static final int LONGEST = 32;

  private JpegTraces() {}

  /** Whether jumps stand out at every eighth column and every eighth row. */
  public static boolean found(Pixels p) {
    if (Math.min(p.width(), p.height()) < 64) {
      return false;
    }
    int w = Math.min(CROP, p.width());
    int h = Math.min(CROP, p.height());
    float[] levels = levels(p, w, h);
    return score(levels, w, h) > LEAST && score(turned(levels, w, h), h, w) > LEAST;
  }

  /** The mean of the colours of the first {@code w} x {@code h} pixels, 0..255. */
  private static float[] levels(Pixels p, int w, int h) {
    float[] out = new float[w * h];
    int channels = p.channels() >= 3 ? 3 : 1;
    float[] row = new float[w * p.channels()];
    for (int y = 0, i = 0; y < h; y++) {
      p.read(0, y, w, row);
      for (int j = 0; j < row.length; j += p.channels(), i++) {
        out[i] = 255 * (channels == 3 ? row[j] + row[j + 1] + row[j + 2] : row[j]) / channels;
      }
    }
    return out;
  }

  private static float[] turned(float[] in, int w, int h) {
    float[] out = new float[in.length];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        out[x * h + y] = in[y * w + x];
      }
    }
    return out;
  }

  /** How far the jumps at one column in eight stand out, of {@code lines} rows of {@code n}. */
  private static double score(float[] levels, int n, int lines) {
    double[] apart = new double[LONGEST + 1];
    float[] jumps = new float[n * lines];
    for (int l = 0; l < lines; l++) {
      int at = l * n;
      if (l % 4 == 0) {
        for (int lag = 1; lag <= LONGEST; lag++) {
          apart[lag] = apart(levels, at, n, lag, apart[lag]);
        }
      }
      for (int i = at + 2; i < at + n - 1; i++) {
        float around = (levels[i - 2] - levels[i - 1] + levels[i] - levels[i + 1]) / 2;
        jumps[i] = Math.abs(levels[i - 1] - levels[i] - around);
      }
    }
    if (repeats(apart)) {
      // The picture itself is a fine regular pattern: nothing can be told.
      return 0;
    }
    float[] sorted = new float[Math.min(jumps.length, 65536)];
    int step = Math.max(1, jumps.length / sorted.length);
    for (int i = 0; i < sorted.length; i++) {
      sorted[i] = jumps[Math.min(jumps.length - 1, i * step)];
    }
    Arrays.sort(sorted);
    float most = sorted[(int) (sorted.length * 0.9)];
    double[] phase = new double[8];
    long[] count = new long[8];
    for (int l = 0; l < lines; l++) {
      for (int i = 2; i < n - 1; i++) {
        phase[i & 7] += Math.min(most, jumps[l * n + i]);
        count[i & 7]++;
      }
    }
    for (int i = 0; i < 8; i++) {
      phase[i] /= Math.max(1, count[i]);
    }
    Arrays.sort(phase);
    double median = phase[3];
    double mean = 0;
    for (int i = 0; i < 7; i++) {
      mean += phase[i] / 7;
    }
    double variance = 0;
    for (int i = 0; i < 7; i++) {
      variance += (phase[i] - mean) * (phase[i] - mean) / 7;
    }
    if (phase[7] - median < LEAST_JUMP) {
      return 0;
    }
    return (phase[7] - median) / (Math.sqrt(variance) + 0.01 * median + 0.005);
  }

  /**
   * {@code sum} and what pixels {@code lag} columns apart differ by, of the row from {@code at}.
   */
  private static double apart(float[] levels, int at, int n, int lag, double sum) {
    for (int i = at + LONGEST; i < at + n; i++) {
      sum += Math.abs(levels[i] - levels[i - lag]);
    }
    return sum;
  }

  /** Whether columns some way apart are far more alike than nearer ones. */
  private static boolean repeats(double[] apart) {
    double most = 0;
    for (int lag = 1; lag <= LONGEST; lag++) {
      if (lag >= 4 && apart[lag] < 0.6 * most) {
        return true;
      }
      most = Math.max(most, apart[lag]);
    }
    return false;
  }
}
