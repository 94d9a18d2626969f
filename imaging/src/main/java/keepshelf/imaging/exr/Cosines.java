package keepshelf.imaging.exr;

/**
 * The inverse cosine transform of 8 x 8 (type III, orthonormal) and what else turns the stored
 * coefficients of "DWA" into linear light.
 */
final class Cosines {
  private static final float[] BASE = new float[64];
  private static final short[] LINEAR = new short[1 << 16];

  /** Where the coefficient of each place, row by row, stands on the zigzag path. */
  static final int[] PATH = new int[64];

  static {
    for (int u = 0; u < 8; u++) {
      for (int x = 0; x < 8; x++) {
        double scale = u == 0 ? Math.sqrt(0.125) : 0.5;
        BASE[u * 8 + x] = (float) (scale * Math.cos((2 * x + 1) * u * Math.PI / 16));
      }
    }
    int n = 0;
    for (int sum = 0; sum < 15; sum++) {
      for (int i = 0; i <= sum; i++) {
        int row = (sum & 1) == 0 ? sum - i : i;
        int column = sum - row;
        if (row < 8 && column < 8) {
          PATH[row * 8 + column] = n++;
        }
      }
    }
    for (int i = 0; i < LINEAR.length; i++) {
      LINEAR[i] = linear((short) i);
    }
  }

  private Cosines() {}

  /** Transforms the 64 coefficients in {@code t}, row by row, into samples in place. */
  static void inverse(float[] t, float[] between) {
    java.util.Arrays.fill(between, 0);
    for (int row = 0; row < 64; row += 8) {
      for (int u = 0; u < 8; u++) {
        float c = t[row + u];
        // Most coefficients are zero.
        for (int x = 0; c != 0 && x < 8; x++) {
          between[row + x] += c * BASE[u * 8 + x];
        }
      }
    }
    for (int x = 0; x < 8; x++) {
      for (int y = 0; y < 8; y++) {
        float sum = 0;
        for (int v = 0; v < 8; v++) {
          sum += between[v * 8 + x] * BASE[v * 8 + y];
        }
        t[y * 8 + x] = sum;
      }
    }
  }

  /** The half float of linear light that belongs to a stored perceptual one. */
  static short toLinear(short perceptual) {
    return LINEAR[perceptual & 0xFFFF];
  }

  /** A power of 2.2 up to one, an exponential of the same slope above. */
  private static short linear(short half) {
    float f = Float.float16ToFloat(half);
    if (!Float.isFinite(f)) {
      return 0;
    }
    float size = Math.abs(f);
    double light = size <= 1 ? Math.pow(size, 2.2f) : Math.pow(Math.exp(2.2), size - 1);
    return Float.floatToFloat16((float) (Math.signum(f) * light));
  }
}
