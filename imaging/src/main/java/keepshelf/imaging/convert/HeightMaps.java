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

  private static final int DIRECTIONS = 16;

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

  /**
   * Heights that are stored as numbers of any range, brought to 0..1 at 16 bits: {@code low}
   * becomes black, {@code high} white. What is no number is the middle.
   */
  public static Pixels levelled(Pixels p, double low, double high) {
    float[] plane = p.plane(0);
    short[] out = new short[plane.length];
    double span = high > low ? high - low : 1;
    for (int i = 0; i < out.length; i++) {
      double v = Float.isFinite(plane[i]) ? (plane[i] - low) / span : 0.5;
      out[i] = (short) Math.round(Math.clamp(v, 0, 1) * 65535);
    }
    return Pixels.u16(p.width(), p.height(), 1, out);
  }

  /** The same over the whole range that there is. */
  public static Pixels levelled(Pixels p) {
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    for (float v : p.plane(0)) {
      if (Float.isFinite(v)) {
        low = Math.min(low, v);
        high = Math.max(high, v);
      }
    }
    return levelled(p, low, high);
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

  /**
   * How much of the sky each place of a tiling height plane sees, 0 (none) to 1: the mean over
   * directions of one minus the sine of the horizon (L. Bavoil, M. Sainz, "Image-space
   * horizon-based ambient occlusion", 2008, without falloff). Places further away than {@code
   * reach} are not looked at, which is the error of it: up to the sine of the angle under which the
   * highest of them is seen.
   *
   * @param height w x h values, white is up
   * @param slope height difference that counts as one pixel of rise
   * @param reach in pixels
   */
  public static float[] occlusion(float[] height, int w, int h, float slope, int reach) {
    float[] seen = new float[w * h];
    for (int d = 0; d < DIRECTIONS; d++) {
      double angle = 2 * Math.PI * (d + 0.5) / DIRECTIONS;
      double dx = Math.cos(angle);
      double dy = Math.sin(angle);
      for (int y = 0; y < h; y++) {
        for (int x = 0; x < w; x++) {
          float own = height[y * w + x];
          double horizon = 0;
          for (int r = 1; r <= reach; r = Math.max(r + 1, r * 5 / 4)) {
            int px = Math.floorMod((int) Math.round(x + dx * r), w);
            int py = Math.floorMod((int) Math.round(y + dy * r), h);
            horizon = Math.max(horizon, (height[py * w + px] - own) * slope / r);
          }
          // The sine of the angle whose tangent this is.
          seen[y * w + x] += (float) (1 - horizon / Math.sqrt(1 + horizon * horizon));
        }
      }
    }
    for (int i = 0; i < seen.length; i++) {
      seen[i] /= DIRECTIONS;
    }
    return seen;
  }
}
