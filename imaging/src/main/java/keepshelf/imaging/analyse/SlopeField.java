package keepshelf.imaging.analyse;

import java.util.Arrays;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

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
  private @Nullable SlopeField halved;

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
    float[] row = new float[w * p.channels()];
    for (int y = 0, i = 0; y < h; y++) {
      p.read(x0, y0 + y, w, row);
      for (int j = 0; j < row.length; j += p.channels(), i++) {
        float nx = 2 * row[j] - 1;
        float ny = 2 * row[j + 1] - 1;
        float nz = useBlue ? 2 * row[j + 2] - 1 : outwards(nx, ny);
        if (defined(nx, ny, nz)) {
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
    // A picture that is narrower than a step has fewer pixels in it.
    int down = Math.min(by, p.height());
    int across = Math.min(by, p.width());
    int[] seen = new int[w];
    float[] row = new float[w * across * p.channels()];
    for (int y = 0; y < h; y++) {
      Arrays.fill(seen, 0);
      for (int j = 0; j < down; j++) {
        p.read(0, y * by + j, w * across, row);
        for (int x = 0, k = 0; x < w; x++) {
          int at = y * w + x;
          for (int i = 0; i < across; i++, k += p.channels()) {
            float nx = 2 * row[k] - 1;
            float ny = 2 * row[k + 1] - 1;
            float nz = useBlue ? 2 * row[k + 2] - 1 : outwards(nx, ny);
            if (defined(nx, ny, nz)) {
              a[at] += Math.clamp(nx / nz, -4f, 4f);
              b[at] += Math.clamp(ny / nz, -4f, 4f);
              seen[x]++;
            }
          }
        }
      }
      for (int x = 0; x < w; x++) {
        int at = y * w + x;
        boolean enough = seen[x] * 2 > down * across;
        weight[at] = enough ? 1 : 0;
        a[at] = enough ? a[at] / seen[x] : 0;
        b[at] = enough ? b[at] / seen[x] : 0;
      }
    }
    return new SlopeField(w, h, a, b, weight);
  }

  /** The outward part of a unit vector of which two parts are known. */
  private static float outwards(float nx, float ny) {
    return (float) Math.sqrt(Math.max(0, 1 - nx * nx - ny * ny));
  }

  /** Whether a vector is neither grazing nor one that stands for none. */
  private static boolean defined(float nx, float ny, float nz) {
    return nz > 0.15f && Math.abs(nx) < 0.995f && Math.abs(ny) < 0.995f;
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

  /** Half the size, by the separable filter [1 3 3 1]/8, normalised by weight; made once. */
  SlopeField half() {
    if (halved == null) {
      halved = halved();
    }
    return halved;
  }

  private SlopeField halved() {
    int w = width / 2;
    int h = height / 2;
    float[] na = new float[w * h];
    float[] nb = new float[w * h];
    float[] nw = new float[w * h];
    float[] wide = {0.125f, 0.375f, 0.375f, 0.125f};
    float[] kernel = new float[16];
    for (int k = 0; k < 16; k++) {
      kernel[k] = wide[k & 3] * wide[k >> 2];
    }
    int[] columns = new int[4];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        float sa = 0;
        float sb = 0;
        float sw = 0;
        for (int i = 0; i < 4; i++) {
          columns[i] = Math.clamp(2 * x - 1 + i, 0, width - 1);
        }
        for (int j = 0; j < 4; j++) {
          int row = Math.clamp(2 * y - 1 + j, 0, height - 1) * width;
          for (int i = 0; i < 4; i++) {
            int at = row + columns[i];
            float k = kernel[4 * j + i] * weight[at];
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
