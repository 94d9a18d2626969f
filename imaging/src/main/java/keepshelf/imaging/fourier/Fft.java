package keepshelf.imaging.fourier;

/** Fourier transform of pictures whose sides are powers of two; radix 2, in place. */
public final class Fft {
  private final Line rows;
  private final Line columns;

  /** For pictures of {@code n} by {@code n} samples. */
  public Fft(int n) {
    this(n, n);
  }

  /**
   * For pictures of this size.
   *
   * @throws IllegalArgumentException when a side is no power of two
   */
  public Fft(int width, int height) {
    rows = new Line(width);
    columns = width == height ? rows : new Line(height);
  }

  /** Transforms {@code re}, {@code im} (row by row); {@code inverse} without scaling. */
  public void transform(float[] re, float[] im, boolean inverse) {
    double[] lineRe = new double[Math.max(rows.n, columns.n)];
    double[] lineIm = new double[lineRe.length];
    for (int y = 0; y < columns.n; y++) {
      rows.transform(re, im, y * rows.n, 1, lineRe, lineIm, inverse);
    }
    for (int x = 0; x < rows.n; x++) {
      columns.transform(re, im, x, rows.n, lineRe, lineIm, inverse);
    }
  }

  /** One line of samples. */
  private static final class Line {
    private final int n;
    private final double[] cos;
    private final double[] sin;
    private final int[] reversed;

    Line(int n) {
      if (n < 1 || Integer.bitCount(n) != 1) {
        throw new IllegalArgumentException(n + " is no power of two");
      }
      this.n = n;
      cos = new double[n / 2];
      sin = new double[n / 2];
      for (int i = 0; i < n / 2; i++) {
        cos[i] = Math.cos(2 * Math.PI * i / n);
        sin[i] = Math.sin(2 * Math.PI * i / n);
      }
      reversed = new int[n];
      int bits = Integer.numberOfTrailingZeros(n);
      for (int i = 0; i < n; i++) {
        reversed[i] = bits == 0 ? 0 : Integer.reverse(i) >>> (32 - bits);
      }
    }

    void transform(
        float[] re, float[] im, int from, int step, double[] a, double[] b, boolean inverse) {
      for (int i = 0; i < n; i++) {
        int at = from + i * step;
        a[reversed[i]] = re[at];
        b[reversed[i]] = im[at];
      }
      for (int half = 1; half < n; half *= 2) {
        int stride = n / (2 * half);
        for (int start = 0; start < n; start += 2 * half) {
          for (int k = 0; k < half; k++) {
            double c = cos[k * stride];
            double s = inverse ? sin[k * stride] : -sin[k * stride];
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
      for (int i = 0; i < n; i++) {
        re[from + i * step] = (float) a[i];
        im[from + i * step] = (float) b[i];
      }
    }
  }
}
