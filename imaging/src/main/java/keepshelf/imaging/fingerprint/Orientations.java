package keepshelf.imaging.fingerprint;

/**
 * The eight ways a square picture can lie, as what they do to its spectrum: a turned picture has a
 * turned spectrum, times a phase for the pixel by which its corner moves. So one transform serves
 * all eight.
 */
final class Orientations {
  static final int N = Fingerprint.SIDE;
  static final int COUNT = 8;

  /** Where a frequency of the turned picture stands in the spectrum of the picture as it is. */
  private static final int[][] FROM = new int[COUNT][N * N];

  private static final float[][] COS = new float[COUNT][N * N];
  private static final float[][] SIN = new float[COUNT][N * N];

  static {
    for (int o = 0; o < COUNT; o++) {
      int corner = before(0, 0, N, o & 3, o >= 4);
      int right = before(1, 0, N, o & 3, o >= 4);
      int down = before(0, 1, N, o & 3, o >= 4);
      int cx = corner % N;
      int cy = corner / N;
      int a = right % N - cx;
      int b = down % N - cx;
      int d = right / N - cy;
      int e = down / N - cy;
      for (int v = 0; v < N; v++) {
        for (int u = 0; u < N; u++) {
          int fromU = Math.floorMod(a * u + b * v, N);
          int fromV = Math.floorMod(d * u + e * v, N);
          double angle = 2 * Math.PI * ((fromU * cx + fromV * cy) % N) / N;
          FROM[o][v * N + u] = fromV * N + fromU;
          COS[o][v * N + u] = (float) Math.cos(angle);
          SIN[o][v * N + u] = (float) Math.sin(angle);
        }
      }
    }
  }

  private Orientations() {}

  /** Turns of a quarter in an orientation. */
  static int turns(int orientation) {
    return orientation & 3;
  }

  /** Whether an orientation is mirrored first. */
  static boolean mirrored(int orientation) {
    return orientation >= 4;
  }

  /** Where pixel (x, y) of a turned and mirrored square of side n was before. */
  static int before(int x, int y, int n, int turns, boolean mirror) {
    int sx = x;
    int sy = y;
    // Undo the turn, then the mirror.
    for (int t = 0; t < turns; t++) {
      int old = sx;
      sx = n - 1 - sy;
      sy = old;
    }
    return sy * n + (mirror ? n - 1 - sx : sx);
  }

  /** Where frequency {@code i} of the turned picture stands in the spectrum as it is. */
  static int from(int orientation, int i) {
    return FROM[orientation][i];
  }

  /** Cosine of the phase by which it is turned on the way. */
  static float cos(int orientation, int i) {
    return COS[orientation][i];
  }

  /** Sine of the same. */
  static float sin(int orientation, int i) {
    return SIN[orientation][i];
  }

  /** The spectrum of the picture in another orientation, from that of the picture as it is. */
  static float[][] turned(float[][] spectrum, int orientation) {
    if (orientation == 0) {
      return spectrum;
    }
    float[] re = new float[N * N];
    float[] im = new float[N * N];
    int[] from = FROM[orientation];
    float[] cos = COS[orientation];
    float[] sin = SIN[orientation];
    for (int i = 0; i < re.length; i++) {
      float r = spectrum[0][from[i]];
      float m = spectrum[1][from[i]];
      re[i] = r * cos[i] - m * sin[i];
      im[i] = m * cos[i] + r * sin[i];
    }
    return new float[][] {re, im};
  }
}
