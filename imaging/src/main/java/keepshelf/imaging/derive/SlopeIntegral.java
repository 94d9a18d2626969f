package keepshelf.imaging.derive;

import keepshelf.imaging.fourier.Fft;
import keepshelf.imaging.pixel.Pixels;

/**
 * The heights whose slopes are closest to those of a tiling normal map, in the least squares sense
 * (R. T. Frankot, R. Chellappa, "A method for enforcing integrability in shape from shading
 * algorithms", 1988), at the map's own size.
 *
 * @param heights w x h heights in widths of a pixel, their mean nought
 * @param open share of the slopes, 0..1 (root of the mean square), that no surface can have: what
 *     does not close around a ring
 */
public record SlopeIntegral(float[] heights, int w, int h, double open) {
  /** A normal that lies flatter than this says too little about its slope. */
  private static final float FLATTEST = 0.05f;

  /**
   * Integrates a normal map with vectors stored as 0..1.
   *
   * @param yUp whether green points up
   */
  public static SlopeIntegral of(Pixels normal, boolean yUp) {
    return of(
        normal.plane(0), normal.plane(1), normal.plane(2), normal.width(), normal.height(), yUp);
  }

  /** Integrates the three planes of such a map, which are used up. */
  public static SlopeIntegral of(float[] nx, float[] ny, float[] nz, int w, int h, boolean yUp) {
    // Both slopes as one complex picture: their spectra are told apart by symmetry afterwards.
    for (int i = 0; i < nx.length; i++) {
      float z = Math.max(FLATTEST, 2 * nz[i] - 1);
      nx[i] = -(2 * nx[i] - 1) / z;
      ny[i] = (yUp ? 1 : -1) * (2 * ny[i] - 1) / z;
    }
    return of(nx, ny, w, h);
  }

  /** Integrates slopes to the right and downwards, in heights for each pixel; both are used up. */
  static SlopeIntegral of(float[] right, float[] down, int w, int h) {
    Fft fft = new Fft(w, h);
    fft.transform(right, down, false);
    double closed = 0;
    double all = 0;
    for (int y = 0; y < h; y++) {
      int my = y == 0 ? 0 : h - y;
      double v = 2 * Math.PI * (y <= h / 2 ? y : y - h) / h;
      for (int x = 0; x < w; x++) {
        int mx = x == 0 ? 0 : w - x;
        int i = y * w + x;
        int j = my * w + mx;
        if (j < i) {
          continue;
        }
        double u = 2 * Math.PI * (x <= w / 2 ? x : x - w) / w;
        double pRe = (right[i] + right[j]) / 2;
        double pIm = (down[i] - down[j]) / 2;
        double qRe = (down[i] + down[j]) / 2;
        double qIm = (right[j] - right[i]) / 2;
        double d = u * u + v * v;
        if (d == 0) {
          right[i] = 0;
          down[i] = 0;
          continue;
        }
        double cRe = u * pRe + v * qRe;
        double cIm = u * pIm + v * qIm;
        int twice = i == j ? 1 : 2;
        closed += twice * (cRe * cRe + cIm * cIm) / d;
        all += twice * (pRe * pRe + pIm * pIm + qRe * qRe + qIm * qIm);
        // -i (u P + v Q) / (u² + v²); what mirrors it is its conjugate, for heights are real.
        right[i] = (float) (cIm / d);
        down[i] = (float) (-cRe / d);
        right[j] = right[i];
        down[j] = i == j ? 0 : -down[i];
        down[i] = i == j ? 0 : down[i];
      }
    }
    fft.transform(right, down, true);
    float scale = 1f / ((float) w * h);
    for (int i = 0; i < right.length; i++) {
      right[i] *= scale;
    }
    double open = all == 0 ? 0 : Math.sqrt(Math.max(0, 1 - closed / all));
    return new SlopeIntegral(right, w, h, open);
  }
}
