package keepshelf.imaging.fourier;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Fourier transform of pictures, in place. Sides that are powers of two are done by radix 2, all
 * others by a convolution of the next larger power (L. Bluestein, "A linear filtering approach to
 * the computation of discrete Fourier transform", 1970).
 */
public final class Fft {
  /** Pictures of fewer samples are not worth sharing out to several threads. */
  private static final long SHARED_OUT = 1 << 18;

  private final Line rows;
  private final Line columns;

  /** For pictures of {@code n} by {@code n} samples. */
  public Fft(int n) {
    this(n, n);
  }

  /** For pictures of this size. */
  public Fft(int width, int height) {
    rows = Line.of(width);
    columns = width == height ? rows : Line.of(height);
  }

  /** Transforms {@code re}, {@code im} (row by row); {@code inverse} without scaling. */
  public void transform(float[] re, float[] im, boolean inverse) {
    int w = rows.length();
    each(rows, columns.length(), (y, a, b) -> rows.transform(re, im, y * w, 1, a, b, inverse));
    each(columns, w, (x, a, b) -> columns.transform(re, im, x, w, a, b, inverse));
  }

  /** Does one line with room to work in. */
  private interface Work {
    void on(int line, double[] a, double[] b);
  }

  private static void each(Line line, int count, Work work) {
    if ((long) count * line.length() < SHARED_OUT) {
      double[] a = new double[line.room()];
      double[] b = new double[line.room()];
      for (int i = 0; i < count; i++) {
        work.on(i, a, b);
      }
    } else {
      IntStream.range(0, count)
          .parallel()
          .forEach(i -> work.on(i, new double[line.room()], new double[line.room()]));
    }
  }

  /** One line of samples. */
  private interface Line {
    int length();

    /** Length of the two buffers that it works in. */
    int room();

    /** Transforms the samples at {@code from}, {@code from + step}, … */
    void transform(
        float[] re, float[] im, int from, int step, double[] a, double[] b, boolean inverse);

    static Line of(int n) {
      if (n < 1) {
        throw new IllegalArgumentException(n + " samples");
      }
      return Integer.bitCount(n) == 1 ? new Radix2(n) : new Convolved(n);
    }
  }

  private static final class Radix2 implements Line {
    private final int n;

    /** Factors of the stage that joins blocks of {@code half} samples, from {@code half} on. */
    private final double[] cos;

    private final double[] sin;
    private final int[] reversed;

    Radix2(int n) {
      this.n = n;
      cos = new double[n];
      sin = new double[n];
      for (int half = 1; half < n; half *= 2) {
        for (int k = 0; k < half; k++) {
          cos[half + k] = Math.cos(Math.PI * k / half);
          sin[half + k] = Math.sin(Math.PI * k / half);
        }
      }
      reversed = new int[n];
      int bits = Integer.numberOfTrailingZeros(n);
      for (int i = 0; i < n; i++) {
        reversed[i] = bits == 0 ? 0 : Integer.reverse(i) >>> (32 - bits);
      }
    }

    @Override
    public int length() {
      return n;
    }

    @Override
    public int room() {
      return n;
    }

    @Override
    public void transform(
        float[] re, float[] im, int from, int step, double[] a, double[] b, boolean inverse) {
      for (int i = 0; i < n; i++) {
        int at = from + i * step;
        a[reversed[i]] = re[at];
        b[reversed[i]] = im[at];
      }
      butterflies(a, b, inverse);
      for (int i = 0; i < n; i++) {
        re[from + i * step] = (float) a[i];
        im[from + i * step] = (float) b[i];
      }
    }

    /** Transforms samples in their natural order. */
    void transform(double[] re, double[] im, boolean inverse) {
      for (int i = 0; i < n; i++) {
        int j = reversed[i];
        if (i < j) {
          double r = re[i];
          re[i] = re[j];
          re[j] = r;
          double m = im[i];
          im[i] = im[j];
          im[j] = m;
        }
      }
      butterflies(re, im, inverse);
    }

    private void butterflies(double[] a, double[] b, boolean inverse) {
      int half = 1;
      if (n >= 4) {
        firstTwo(a, b, inverse ? 1 : -1);
        half = 4;
      }
      int sign = inverse ? 1 : -1;
      for (; half < n; half *= 2) {
        // Long loops inside: few long blocks, or few factors.
        if (half >= n / (2 * half)) {
          for (int start = 0; start < n; start += 2 * half) {
            block(a, b, start, half, sign);
          }
        } else {
          for (int k = 0; k < half; k++) {
            comb(a, b, k, half, cos[half + k], sign * sin[half + k]);
          }
        }
      }
    }

    /** All pairs of one factor. */
    private void comb(double[] a, double[] b, int k, int half, double c, double s) {
      for (int i = k; i < n; i += 2 * half) {
        int j = i + half;
        double tr = a[j] * c - b[j] * s;
        double ti = a[j] * s + b[j] * c;
        a[j] = a[i] - tr;
        b[j] = b[i] - ti;
        a[i] += tr;
        b[i] += ti;
      }
    }

    /** The stages of two and of four samples, whose factors are 1 and ±i. */
    private void firstTwo(double[] a, double[] b, int sign) {
      for (int i = 0; i < n; i += 4) {
        double r0 = a[i] + a[i + 1];
        double m0 = b[i] + b[i + 1];
        double r1 = a[i] - a[i + 1];
        double m1 = b[i] - b[i + 1];
        double r2 = a[i + 2] + a[i + 3];
        double m2 = b[i + 2] + b[i + 3];
        double r3 = sign * (b[i + 3] - b[i + 2]);
        double m3 = sign * (a[i + 2] - a[i + 3]);
        a[i] = r0 + r2;
        b[i] = m0 + m2;
        a[i + 2] = r0 - r2;
        b[i + 2] = m0 - m2;
        a[i + 1] = r1 + r3;
        b[i + 1] = m1 + m3;
        a[i + 3] = r1 - r3;
        b[i + 3] = m1 - m3;
      }
    }

    /** All pairs of one block. */
    private void block(double[] a, double[] b, int start, int half, int sign) {
      for (int k = 0; k < half; k++) {
        double c = cos[half + k];
        double s = sign * sin[half + k];
        int i = start + k;
        int j = i + half;
        double tr = a[j] * c - b[j] * s;
        double ti = a[j] * s + b[j] * c;
        a[j] = a[i] - tr;
        b[j] = b[i] - ti;
        a[i] += tr;
        b[i] += ti;
      }
    }
  }

  private static final class Convolved implements Line {
    private final int n;
    private final Radix2 whole;
    private final double[] cos;
    private final double[] sin;
    private final double[] chirpRe;
    private final double[] chirpIm;

    Convolved(int n) {
      this.n = n;
      whole = new Radix2(Integer.highestOneBit(2 * n) * 2);
      cos = new double[n];
      sin = new double[n];
      chirpRe = new double[whole.length()];
      chirpIm = new double[whole.length()];
      for (int i = 0; i < n; i++) {
        // i² grows out of what an angle can be told exactly from.
        double angle = Math.PI * (((long) i * i) % (2L * n)) / n;
        cos[i] = Math.cos(angle);
        sin[i] = Math.sin(angle);
        int j = i == 0 ? 0 : whole.length() - i;
        chirpRe[i] = cos[i];
        chirpIm[i] = sin[i];
        chirpRe[j] = cos[i];
        chirpIm[j] = sin[i];
      }
      whole.transform(chirpRe, chirpIm, false);
    }

    @Override
    public int length() {
      return n;
    }

    @Override
    public int room() {
      return whole.length();
    }

    @Override
    public void transform(
        float[] re, float[] im, int from, int step, double[] a, double[] b, boolean inverse) {
      Arrays.fill(a, n, a.length, 0);
      Arrays.fill(b, n, b.length, 0);
      // The inverse is the transform of the conjugate, conjugated.
      double sign = inverse ? -1 : 1;
      for (int i = 0; i < n; i++) {
        double r = re[from + i * step];
        double m = sign * im[from + i * step];
        a[i] = r * cos[i] + m * sin[i];
        b[i] = m * cos[i] - r * sin[i];
      }
      whole.transform(a, b, false);
      for (int i = 0; i < a.length; i++) {
        double r = a[i] * chirpRe[i] - b[i] * chirpIm[i];
        b[i] = a[i] * chirpIm[i] + b[i] * chirpRe[i];
        a[i] = r;
      }
      whole.transform(a, b, true);
      for (int i = 0; i < n; i++) {
        double r = a[i] / whole.length();
        double m = b[i] / whole.length();
        re[from + i * step] = (float) (r * cos[i] + m * sin[i]);
        im[from + i * step] = (float) (sign * (m * cos[i] - r * sin[i]));
      }
    }
  }
}
