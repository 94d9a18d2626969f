package keepshelf.imaging.photo;

import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/**
 * Takes the light of a photograph out of it: what changes over large areas is taken to be light,
 * and divided out in linear light; the mean stays.
 */
public final class EvenLight {
  /** The light is told at that many places along a side. */
  private static final int COARSE = 24;

  private EvenLight() {}

  /**
   * The picture under even light, 8 bits.
   *
   * @param share how much of the change is taken out, 0..1
   */
  public static Pixels of(Pixels p, double share) {
    int w = p.width();
    int h = p.height();
    float[] light = smooth(luminance(Resampler.linear(p, COARSE, COARSE)));
    double mean = 0;
    for (float v : light) {
      mean += v / light.length;
    }
    byte[] out = new byte[w * h * 3];
    int n = p.channels();
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        double there = at(light, (x + 0.5) / w * COARSE - 0.5, (y + 0.5) / h * COARSE - 0.5);
        double factor = Math.pow(mean / Math.max(1e-4, there), share);
        for (int c = 0; c < 3; c++) {
          float v = Srgb.linear(p.value(x, y, n < 3 ? 0 : c));
          out[(y * w + x) * 3 + c] = (byte) Srgb.linearToByte((float) Math.min(1, v * factor));
        }
      }
    }
    return Pixels.u8(w, h, 3, out);
  }

  private static float[] luminance(float[] rgb) {
    float[] out = new float[rgb.length / 3];
    for (int i = 0; i < out.length; i++) {
      out[i] = 0.2126f * rgb[3 * i] + 0.7152f * rgb[3 * i + 1] + 0.0722f * rgb[3 * i + 2];
    }
    return out;
  }

  /**
   * The surface of second order that is closest to it (least squares): falling off to a side or
   * towards the corners is light, anything finer may be the material.
   */
  private static float[] smooth(float[] v) {
    int terms = 6;
    double[][] m = new double[terms][terms + 1];
    double[] t = new double[terms];
    for (int i = 0; i < v.length; i++) {
      terms(t, i);
      for (int a = 0; a < terms; a++) {
        for (int b = 0; b < terms; b++) {
          m[a][b] += t[a] * t[b];
        }
        m[a][terms] += t[a] * v[i];
      }
    }
    double[] c = solved(m);
    float[] out = new float[v.length];
    for (int i = 0; i < v.length; i++) {
      terms(t, i);
      for (int a = 0; a < terms; a++) {
        out[i] += (float) (c[a] * t[a]);
      }
    }
    return out;
  }

  private static void terms(double[] t, int i) {
    double x = 2.0 * (i % COARSE) / (COARSE - 1) - 1;
    double y = 2.0 * (i / COARSE) / (COARSE - 1) - 1;
    t[0] = 1;
    t[1] = x;
    t[2] = y;
    t[3] = x * x;
    t[4] = x * y;
    t[5] = y * y;
  }

  /** Gaussian elimination; the matrix of a full grid is never singular. */
  private static double[] solved(double[][] m) {
    int n = m.length;
    for (int p = 0; p < n; p++) {
      for (int r = p + 1; r < n; r++) {
        double f = m[r][p] / m[p][p];
        for (int k = p; k <= n; k++) {
          m[r][k] -= f * m[p][k];
        }
      }
    }
    double[] out = new double[n];
    for (int r = n - 1; r >= 0; r--) {
      double s = m[r][n];
      for (int k = r + 1; k < n; k++) {
        s -= m[r][k] * out[k];
      }
      out[r] = s / m[r][r];
    }
    return out;
  }

  private static double at(float[] grid, double x, double y) {
    double px = Math.clamp(x, 0, COARSE - 1);
    double py = Math.clamp(y, 0, COARSE - 1);
    int x0 = (int) px;
    int y0 = (int) py;
    int x1 = Math.min(x0 + 1, COARSE - 1);
    int y1 = Math.min(y0 + 1, COARSE - 1);
    double top = grid[y0 * COARSE + x0] * (1 - px + x0) + grid[y0 * COARSE + x1] * (px - x0);
    double low = grid[y1 * COARSE + x0] * (1 - px + x0) + grid[y1 * COARSE + x1] * (px - x0);
    return top * (1 - py + y0) + low * (py - y0);
  }
}
