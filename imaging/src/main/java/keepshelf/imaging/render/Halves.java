package keepshelf.imaging.render;

import java.util.ArrayList;
import java.util.List;

/** A picture of interleaved values, and each time the same at half the size. */
final class Halves {
  /** Smaller ones say nothing that is looked up. */
  private static final int LEAST = 8;

  private Halves() {}

  /**
   * The levels, the finest first, down to where a side is odd or small.
   *
   * @param finest {@code width} x {@code height} places of {@code stride} values, rows from the top
   */
  static float[][] of(float[] finest, int width, int height, int stride) {
    List<float[]> levels = new ArrayList<>();
    levels.add(finest);
    int w = width;
    int h = height;
    while (w % 2 == 0 && h % 2 == 0 && Math.min(w, h) > LEAST) {
      levels.add(half(levels.getLast(), w, h, stride));
      w /= 2;
      h /= 2;
    }
    return levels.toArray(float[][]::new);
  }

  private static float[] half(float[] in, int w, int h, int stride) {
    int ow = w / 2;
    float[] out = new float[ow * (h / 2) * stride];
    for (int y = 0; y < h / 2; y++) {
      for (int x = 0; x < ow; x++) {
        int o = (y * ow + x) * stride;
        int i = (2 * y * w + 2 * x) * stride;
        int below = i + w * stride;
        for (int c = 0; c < stride; c++) {
          out[o + c] =
              (in[i + c] + in[i + stride + c] + in[below + c] + in[below + stride + c]) / 4;
        }
      }
    }
    return out;
  }
}
