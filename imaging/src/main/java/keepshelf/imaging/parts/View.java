package keepshelf.imaging.parts;

import java.util.Arrays;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.resample.Resampler;

/**
 * The small luminance picture of a fingerprint in the proportions of the picture itself, longer
 * side {@value #SIDE}, so that one scale holds for both directions.
 *
 * @param width in pixels
 * @param height in pixels
 * @param luma levels 0..255, row by row from the top
 * @param inner what is left without a border of one level
 */
record View(int width, int height, float[] luma, Rect inner) {
  static final int SIDE = 128;

  /** Levels that a border may differ by in itself. */
  private static final float BORDER = 6;

  /**
   * A rectangle in pixels, from the left and top edge to the right and lower one.
   *
   * @param x0 left edge
   * @param y0 top edge
   * @param x1 right edge
   * @param y1 lower edge
   */
  record Rect(double x0, double y0, double x1, double y1) {
    double width() {
      return x1 - x0;
    }

    double height() {
      return y1 - y0;
    }
  }

  View(int width, int height, float[] luma) {
    this(width, height, luma, inner(width, height, luma));
  }

  /** Rows and columns are taken off as long as they are of the level of the corner. */
  private static Rect inner(int w, int h, float[] luma) {
    float level = luma[0];
    int top = 0;
    while (top < h && plain(luma, top * w, 1, w, level)) {
      top++;
    }
    if (top == h) {
      return new Rect(0, 0, w, h);
    }
    int low = h;
    while (low > top && plain(luma, (low - 1) * w, 1, w, level)) {
      low--;
    }
    int left = 0;
    while (left < w && plain(luma, top * w + left, w, low - top, level)) {
      left++;
    }
    int right = w;
    while (right > left && plain(luma, top * w + right - 1, w, low - top, level)) {
      right--;
    }
    // The pixel that the edge runs through belongs to neither.
    return new Rect(
        left == 0 ? 0 : left + 0.5,
        top == 0 ? 0 : top + 0.5,
        right == w ? w : right - 0.5,
        low == h ? h : low - 0.5);
  }

  private static boolean plain(float[] luma, int from, int step, int n, float level) {
    for (int i = 0; i < n; i++) {
      if (Math.abs(luma[from + i * step] - level) > BORDER) {
        return false;
      }
    }
    return true;
  }

  /** What is left without the border, in whole pixels. */
  View withoutBorder() {
    int x0 = (int) Math.ceil(inner.x0);
    int y0 = (int) Math.ceil(inner.y0);
    int w = Math.max(1, (int) inner.x1 - x0);
    int h = Math.max(1, (int) inner.y1 - y0);
    float[] out = new float[w * h];
    for (int y = 0; y < h; y++) {
      System.arraycopy(luma, (y0 + y) * width + x0, out, y * w, w);
    }
    return new View(w, h, out, new Rect(0, 0, w, h));
  }

  static View of(Fingerprint f) {
    double aspect = f.descriptor().width() / (double) f.descriptor().height();
    int w = aspect >= 1 ? SIDE : Math.max(1, (int) Math.round(SIDE * aspect));
    int h = aspect <= 1 ? SIDE : Math.max(1, (int) Math.round(SIDE / aspect));
    float[] square = new float[f.luma().length];
    for (int i = 0; i < square.length; i++) {
      square[i] = f.luma()[i] & 0xFF;
    }
    return new View(w, h, Resampler.area(square, SIDE, SIDE, w, h));
  }

  /** The same, smaller by {@code scale} (below 1). */
  View smaller(double scale) {
    int w = Math.max(1, (int) Math.round(width * scale));
    int h = Math.max(1, (int) Math.round(height * scale));
    double across = w / (double) width;
    double down = h / (double) height;
    Rect smaller = new Rect(inner.x0 * across, inner.y0 * down, inner.x1 * across, inner.y1 * down);
    return new View(w, h, Resampler.area(luma, width, height, w, h), smaller);
  }

  /** The same after a Gaussian of {@code sigma} pixels; at borders the last pixel goes on. */
  View blurred(double sigma) {
    int reach = (int) Math.ceil(3 * sigma);
    float[] weight = new float[reach + 1];
    double sum = 0;
    for (int i = 0; i <= reach; i++) {
      weight[i] = (float) Math.exp(-i * i / (2 * sigma * sigma));
      sum += i == 0 ? weight[i] : 2 * weight[i];
    }
    for (int i = 0; i <= reach; i++) {
      weight[i] /= (float) sum;
    }
    return new View(width, height, down(across(luma, weight), weight), inner);
  }

  private float[] across(float[] in, float[] weight) {
    int reach = weight.length - 1;
    float[] out = new float[in.length];
    float[] line = new float[width + 2 * reach];
    for (int y = 0; y < height; y++) {
      int row = y * width;
      System.arraycopy(in, row, line, reach, width);
      Arrays.fill(line, 0, reach, in[row]);
      Arrays.fill(line, reach + width, line.length, in[row + width - 1]);
      for (int x = 0; x < width; x++) {
        out[row + x] = weight[0] * line[x + reach];
      }
      for (int k = 1; k <= reach; k++) {
        float w = weight[k];
        for (int x = 0; x < width; x++) {
          out[row + x] += w * (line[x + reach - k] + line[x + reach + k]);
        }
      }
    }
    return out;
  }

  private float[] down(float[] in, float[] weight) {
    float[] out = new float[in.length];
    for (int y = 0; y < height; y++) {
      int row = y * width;
      for (int x = 0; x < width; x++) {
        out[row + x] = weight[0] * in[row + x];
      }
      for (int k = 1; k < weight.length; k++) {
        int before = Math.max(0, y - k) * width;
        int after = Math.min(height - 1, y + k) * width;
        float w = weight[k];
        for (int x = 0; x < width; x++) {
          out[row + x] += w * (in[before + x] + in[after + x]);
        }
      }
    }
    return out;
  }

  /** The level between pixels, whose centres lie at halves; outside the border goes on. */
  float at(double x, double y) {
    double u = Math.clamp(x - 0.5, 0, width - 1.0);
    double v = Math.clamp(y - 0.5, 0, height - 1.0);
    int x0 = (int) u;
    int y0 = (int) v;
    int x1 = Math.min(width - 1, x0 + 1);
    int y1 = Math.min(height - 1, y0 + 1);
    float a = (float) (u - x0);
    float b = (float) (v - y0);
    float top = luma[y0 * width + x0] * (1 - a) + luma[y0 * width + x1] * a;
    float low = luma[y1 * width + x0] * (1 - a) + luma[y1 * width + x1] * a;
    return top * (1 - b) + low * b;
  }
}
