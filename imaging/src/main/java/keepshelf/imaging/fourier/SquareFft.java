package keepshelf.imaging.fourier;

import java.util.Arrays;

/**
 * Fourier transform of small square pictures in single precision: what is to be compared many
 * thousand times. All columns take a step together, which lets the processor work on several at
 * once (radix 2, decimation in time; J. W. Cooley and J. W. Tukey, 1965). Safe for several threads.
 */
public final class SquareFft {
  private final int n;
  private final float[] cos;
  private final float[] sin;

  /**
   * For pictures of {@code n} by {@code n} samples.
   *
   * @throws IllegalArgumentException when that is no power of two
   */
  public SquareFft(int n) {
    if (n < 2 || Integer.bitCount(n) != 1) {
      throw new IllegalArgumentException(n + " is no power of two");
    }
    this.n = n;
    cos = new float[n / 2];
    sin = new float[n / 2];
    for (int k = 0; k < n / 2; k++) {
      cos[k] = (float) Math.cos(2 * Math.PI * k / n);
      sin[k] = (float) Math.sin(2 * Math.PI * k / n);
    }
  }

  /** Transforms {@code re}, {@code im} (row by row) in place; {@code inverse} without scaling. */
  public void transform(float[] re, float[] im, boolean inverse) {
    // Each line is an array of its own: the compiler does not tell places of one array apart.
    float[][] r = rows(re);
    float[][] m = rows(im);
    columns(r, m, inverse);
    transpose(r);
    transpose(m);
    columns(r, m, inverse);
    transpose(r);
    transpose(m);
    for (int y = 0; y < n; y++) {
      System.arraycopy(r[y], 0, re, y * n, n);
      System.arraycopy(m[y], 0, im, y * n, n);
    }
  }

  private float[][] rows(float[] in) {
    float[][] out = new float[n][];
    for (int y = 0; y < n; y++) {
      out[y] = Arrays.copyOfRange(in, y * n, y * n + n);
    }
    return out;
  }

  private void columns(float[][] re, float[][] im, boolean inverse) {
    int shift = Integer.SIZE - Integer.numberOfTrailingZeros(n);
    for (int y = 0; y < n; y++) {
      int other = Integer.reverse(y) >>> shift;
      if (other > y) {
        swap(re, y, other);
        swap(im, y, other);
      }
    }
    for (int half = 1; half < n; half *= 2) {
      int step = n / (2 * half);
      for (int k = 0; k < half; k++) {
        float c = cos[k * step];
        float s = inverse ? sin[k * step] : -sin[k * step];
        for (int y = k; y < n; y += 2 * half) {
          butterflies(re[y], im[y], re[y + half], im[y + half], c, s);
        }
      }
    }
  }

  /** Two rows become their sum and their difference, the second turned before. */
  private static void butterflies(
      float[] re, float[] im, float[] secondRe, float[] secondIm, float c, float s) {
    for (int x = 0; x < re.length; x++) {
      float r = secondRe[x] * c - secondIm[x] * s;
      float m = secondRe[x] * s + secondIm[x] * c;
      float a = re[x];
      float b = im[x];
      secondRe[x] = a - r;
      secondIm[x] = b - m;
      re[x] = a + r;
      im[x] = b + m;
    }
  }

  private static void swap(float[][] rows, int p, int q) {
    float[] old = rows[p];
    rows[p] = rows[q];
    rows[q] = old;
  }

  private static void transpose(float[][] rows) {
    for (int y = 1; y < rows.length; y++) {
      float[] row = rows[y];
      for (int x = 0; x < y; x++) {
        float old = row[x];
        row[x] = rows[x][y];
        rows[x][y] = old;
      }
    }
  }
}
