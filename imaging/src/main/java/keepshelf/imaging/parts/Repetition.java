package keepshelf.imaging.parts;

import keepshelf.imaging.fourier.Fft;
import keepshelf.imaging.resample.Resampler;

/** How much a picture is the same as itself moved elsewhere. */
final class Repetition {
  private static final int N = 64;

  /** Nearer than that everything is like itself. */
  private static final int NEAR = 6;

  private Repetition() {}

  /** The highest correlation of a picture with itself at any distance, wrapping round, to 1. */
  static double of(View v) {
    View inner = v.withoutBorder();
    float[] re = Resampler.area(inner.luma(), inner.width(), inner.height(), N, N);
    double mean = 0;
    for (float x : re) {
      mean += x / re.length;
    }
    for (int i = 0; i < re.length; i++) {
      re[i] -= (float) mean;
    }
    float[] im = new float[re.length];
    Fft fft = new Fft(N);
    fft.transform(re, im, false);
    for (int i = 0; i < re.length; i++) {
      int fx = i % N <= N / 2 ? i % N : N - i % N;
      int fy = i / N <= N / 2 ? i / N : N - i / N;
      // Large clouds of light and shade are like themselves further away.
      re[i] = fx * fx + fy * fy < 5 ? 0 : re[i] * re[i] + im[i] * im[i];
      im[i] = 0;
    }
    fft.transform(re, im, true);
    double most = 0;
    for (int i = 1; i < re.length; i++) {
      int x = i % N <= N / 2 ? i % N : N - i % N;
      int y = i / N <= N / 2 ? i / N : N - i / N;
      if (Math.max(x, y) > NEAR) {
        most = Math.max(most, re[i]);
      }
    }
    return re[0] < 1e-6 ? 1 : most / re[0];
  }
}
