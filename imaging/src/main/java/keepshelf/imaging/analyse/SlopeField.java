package keepshelf.imaging.analyse;

import keepshelf.imaging.pixel.Pixels;

/**
 * The slopes a tangent-space normal map encodes: a = nx/nz to the right, b = ny/nz as stored, with
 * a weight per pixel (0 where the vector is undefined or grazing). Slopes are linear in height, so
 * they may be averaged.
 */
final class SlopeField {
  private static final int LARGEST = 1024;

  final int width;
  final int height;
  final float[] a;
  final float[] b;
  final float[] weight;

  private SlopeField(int width, int height, float[] a, float[] b, float[] weight) {
    this.width = width;
    this.height = height;
    this.a = a;
    this.b = b;
    this.weight = weight;
  }

  /** The middle of a picture, at most 1024 pixels a side: {x, y, columns, rows}. */
  static int[] middle(int width, int height) {
    int w = Math.min(LARGEST, width);
    int h = Math.min(LARGEST, height);
    return new int[] {(width - w) / 2, (height - h) / 2, w, h};
  }

  /** Decodes the middle of {@code p}, at most 1024 pixels a side. */
  static SlopeField of(Pixels p) {
    int[] middle = middle(p.width(), p.height());
    int x0 = middle[0];
    int y0 = middle[1];
    int w = middle[2];
    int h = middle[3];
    boolean useBlue = blueIsSound(p, x0, y0, w, h);
    float[] a = new float[w * h];
    float[] b = new float[w * h];
    float[] weight = new float[w * h];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        float nx = 2 * p.value(x0 + x, y0 + y, 0) - 1;
        float ny = 2 * p.value(x0 + x, y0 + y, 1) - 1;
        float nz =
            useBlue
                ? 2 * p.value(x0 + x, y0 + y, 2) - 1
                : (float) Math.sqrt(Math.max(0, 1 - nx * nx - ny * ny));
        int i = y * w + x;
        if (nz > 0.15f && Math.abs(nx) < 0.995f && Math.abs(ny) < 0.995f) {
          weight[i] = 1;
          a[i] = Math.clamp(nx / nz, -4f, 4f);
          b[i] = Math.clamp(ny / nz, -4f, 4f);
        }
      }
    }
    return new SlopeField(w, h, a, b, weight);
  }

  /** The whole of {@code p}, averaged over squares of {@code by} pixels. */
  static SlopeField averaged(Pixels p, int by) {
    int w = Math.max(1, p.width() / by);
    int h = Math.max(1, p.height() / by);
    boolean useBlue = blueIsSound(p, 0, 0, p.width(), p.height());
    float[] a = new float[w * h];
    float[] b = new float[w * h];
    float[] weight = new float[w * h];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        float sa = 0;
        float sb = 0;
        int n = 0;
        int down = Math.min(by, p.height() - y * by);
        int across = Math.min(by, p.width() - x * by);
        for (int j = 0; j < down; j++) {
          for (int i = 0; i < across; i++) {
            float nx = 2 * p.value(x * by + i, y * by + j, 0) - 1;
            float ny = 2 * p.value(x * by + i, y * by + j, 1) - 1;
            float nz =
                useBlue
                    ? 2 * p.value(x * by + i, y * by + j, 2) - 1
                    : (float) Math.sqrt(Math.max(0, 1 - nx * nx - ny * ny));
            if (nz > 0.15f && Math.abs(nx) < 0.995f && Math.abs(ny) < 0.995f) {
              sa += Math.clamp(nx / nz, -4f, 4f);
              sb += Math.clamp(ny / nz, -4f, 4f);
              n++;
            }
          }
        }
        int at = y * w + x;
        if (n * 2 > down * across) {
          weight[at] = 1;
          a[at] = sa / n;
          b[at] = sb / n;
        }
      }
    }
    return new SlopeField(w, h, a, b, weight);
  }

  /** The same with the two directions exchanged. */
  SlopeField exchanged() {
    return new SlopeField(width, height, b, a, weight);
  }

  private static boolean blueIsSound(Pixels p, int x0, int y0, int w, int h) {
    if (p.channels() < 3) {
      return false;
    }
    int sound = 0;
    int seen = 0;
    int step = Math.max(1, Math.min(w, h) / 256);
    for (int y = 0; y < h; y += step) {
      for (int x = 0; x < w; x += step) {
        float nx = 2 * p.value(x0 + x, y0 + y, 0) - 1;
        float ny = 2 * p.value(x0 + x, y0 + y, 1) - 1;
        float nz = 2 * p.value(x0 + x, y0 + y, 2) - 1;
        sound += Math.abs(Math.sqrt(nx * nx + ny * ny + nz * nz) - 1) < 0.15 ? 1 : 0;
        seen++;
      }
    }
    return sound >= 0.6 * seen;
  }

  /** Half the size, by the separable filter [1 3 3 1]/8, normalised by weight. */
  SlopeField half() {
    int w = width / 2;
    int h = height / 2;
    float[] na = new float[w * h];
    float[] nb = new float[w * h];
    float[] nw = new float[w * h];
    float[] kernel = {0.125f, 0.375f, 0.375f, 0.125f};
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        float sa = 0;
        float sb = 0;
        float sw = 0;
        for (int j = 0; j < 4; j++) {
          int yy = Math.clamp(2 * y - 1 + j, 0, height - 1);
          for (int i = 0; i < 4; i++) {
            int at = yy * width + Math.clamp(2 * x - 1 + i, 0, width - 1);
            float k = kernel[i] * kernel[j] * weight[at];
            sa += k * a[at];
            sb += k * b[at];
            sw += k;
          }
        }
        int at = y * w + x;
        if (sw > 0.5f) {
          nw[at] = 1;
          na[at] = sa / sw;
          nb[at] = sb / sw;
        }
      }
    }
    return new SlopeField(w, h, na, nb, nw);
  }

  /** Whether all nine weights around (x, y) are set; (x, y) must not lie on the border. */
  boolean valid(int x, int y) {
    for (int j = -1; j <= 1; j++) {
      int row = (y + j) * width + x;
      if (weight[row - 1] == 0 || weight[row] == 0 || weight[row + 1] == 0) {
        return false;
      }
    }
    return true;
  }

  /** 3 x 3 Sobel derivative of {@code f} along rows (downwards). */
  float rowDerivative(float[] f, int x, int y) {
    int up = (y - 1) * width + x;
    int down = (y + 1) * width + x;
    return (f[down - 1] + 2 * f[down] + f[down + 1] - f[up - 1] - 2 * f[up] - f[up + 1]) / 8;
  }

  /** 3 x 3 Sobel derivative of {@code f} along columns (to the right). */
  float columnDerivative(float[] f, int x, int y) {
    int m = y * width + x;
    int u = m - width;
    int d = m + width;
    return (f[u + 1] + 2 * f[m + 1] + f[d + 1] - f[u - 1] - 2 * f[m - 1] - f[d - 1]) / 8;
  }
}
