package keepshelf.imaging.fingerprint;

/** Fourier transform of square pictures whose side is a power of two; radix 2, in place. */
final class Fft {
  private final int n;
  private final double[] cos;
  private final double[] sin;
  private final int[] reversed;

  Fft(int n) {
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
      reversed[i] = Integer.reverse(i) >>> (32 - bits);
    }
  }

  /** Transforms {@code re}, {@code im} (n x n, row by row); {@code inverse} without scaling. */
  void transform(float[] re, float[] im, boolean inverse) {
    double[] lineRe = new double[n];
    double[] lineIm = new double[n];
    for (int y = 0; y < n; y++) {
      line(re, im, y * n, 1, lineRe, lineIm, inverse);
    }
    for (int x = 0; x < n; x++) {
      line(re, im, x, n, lineRe, lineIm, inverse);
    }
  }

  private void line(
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
