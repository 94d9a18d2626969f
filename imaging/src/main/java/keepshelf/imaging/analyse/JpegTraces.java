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
    return Math.min(p.width(), p.height()) >= 64
        && Math.min(score(p, true), score(p, false)) > LEAST;
  }

  private static double score(Pixels p, boolean columns) {
    int n = Math.min(CROP, columns ? p.width() : p.height());
    int lines = Math.min(CROP, columns ? p.height() : p.width());
    double[] apart = new double[LONGEST + 1];
    float[] jumps = new float[n * lines];
    float[] line = new float[n];
    int channels = p.channels() >= 3 ? 3 : 1;
    for (int l = 0; l < lines; l++) {
      for (int i = 0; i < n; i++) {
        float v = 0;
        for (int c = 0; c < channels; c++) {
          v += columns ? p.value(i, l, c) : p.value(l, i, c);
        }
        line[i] = 255 * v / channels;
      }
      for (int i = LONGEST; l % 4 == 0 && i < n; i++) {
        for (int lag = 1; lag <= LONGEST; lag++) {
          apart[lag] += Math.abs(line[i] - line[i - lag]);
        }
      }
      for (int i = 2; i < n - 1; i++) {
        float around = (line[i - 2] - line[i - 1] + line[i] - line[i + 1]) / 2;
        jumps[l * n + i] = Math.abs(line[i - 1] - line[i] - around);
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
