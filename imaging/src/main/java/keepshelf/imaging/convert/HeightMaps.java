package keepshelf.imaging.convert;

import keepshelf.imaging.fourier.Fft;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/** Height out of normals, by integrating their slopes over the tile. */
public final class HeightMaps {
  /** Larger maps are integrated at this size: height has little detail above it. */
  private static final int LARGEST = 2048;

  /** A normal that lies flatter than this says too little about its slope. */
  private static final float FLATTEST = 0.05f;

  private HeightMaps() {}

  /**
   * A height plane.
   *
   * @param plane w x h values 0..1, white is up
   * @param range difference in pixels of the plane between black and white
   */
  public record Height(float[] plane, int w, int h, double range) {}

  /**
   * The height whose slopes are closest to those of a tiling normal map, in the least squares sense
   * (R. T. Frankot, R. Chellappa, "A method for enforcing integrability in shape from shading
   * algorithms", 1988).
   *
   * @param yUp whether green points up
   */
  public static Height fromNormal(Pixels normal, boolean yUp) {
    int w = side(normal.width());
    int h = side(normal.height());
    float[][] n = new float[3][];
    for (int c = 0; c < 3; c++) {
      n[c] = Resampler.area(normal.plane(c), normal.width(), normal.height(), w, h);
    }
    float[] pRe = new float[w * h];
    float[] qRe = new float[w * h];
    for (int i = 0; i < pRe.length; i++) {
      float z = Math.max(FLATTEST, 2 * n[2][i] - 1);
      pRe[i] = -(2 * n[0][i] - 1) / z;
      qRe[i] = (yUp ? 1 : -1) * (2 * n[1][i] - 1) / z;
    }
    float[] pIm = new float[w * h];
    float[] qIm = new float[w * h];
    Fft fft = new Fft(w, h);
    fft.transform(pRe, pIm, false);
    fft.transform(qRe, qIm, false);
    for (int y = 0; y < h; y++) {
      double v = 2 * Math.PI * (y <= h / 2 ? y : y - h) / h;
      for (int x = 0; x < w; x++) {
        double u = 2 * Math.PI * (x <= w / 2 ? x : x - w) / w;
        int i = y * w + x;
        double d = u * u + v * v;
        if (d == 0) {
          pRe[i] = 0;
          pIm[i] = 0;
          continue;
        }
        // (-i u P - i v Q) / (u² + v²)
        double re = (u * pIm[i] + v * qIm[i]) / d;
        double im = -(u * pRe[i] + v * qRe[i]) / d;
        pRe[i] = (float) re;
        pIm[i] = (float) im;
      }
    }
    fft.transform(pRe, pIm, true);
    return scaled(pRe, w, h);
  }

  private static int side(int pixels) {
    return Math.min(LARGEST, Integer.highestOneBit(pixels));
  }

  private static Height scaled(float[] plane, int w, int h) {
    float least = Float.MAX_VALUE;
    float most = -Float.MAX_VALUE;
    for (int i = 0; i < plane.length; i++) {
      plane[i] /= w * (float) h;
      least = Math.min(least, plane[i]);
      most = Math.max(most, plane[i]);
    }
    float range = most - least;
    for (int i = 0; i < plane.length; i++) {
      plane[i] = range == 0 ? 0.5f : (plane[i] - least) / range;
    }
    return new Height(plane, w, h, range);
  }
}
