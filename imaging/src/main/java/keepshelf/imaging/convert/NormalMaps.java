package keepshelf.imaging.convert;

import keepshelf.imaging.pixel.Pixels;

/** Tangent-space normals from a height plane. */
public final class NormalMaps {
  private NormalMaps() {}

  /**
   * Normals (+Y, three floats -1..1 a pixel) of a tiling height plane.
   *
   * @param height w x h values, white is up
   * @param slope height difference that counts as one pixel of rise: metres of relief divided by
   *     metres a pixel
   */
  public static float[] fromHeight(float[] height, int w, int h, float slope) {
    float[] out = new float[w * h * 3];
    each(height, w, h, slope, (i, v) -> out[i] = v);
    return out;
  }

  /** The same stored at 16 bits, without the floats in between: large maps take much memory. */
  public static Pixels deepFromHeight(float[] height, int w, int h, float slope) {
    short[] out = new short[w * h * 3];
    each(height, w, h, slope, (i, v) -> out[i] = (short) Math.round((v * 0.5f + 0.5f) * 65535));
    return Pixels.u16(w, h, 3, out);
  }

  /** Takes one component of a vector, -1..1. */
  private interface Sink {
    void put(int i, float v);
  }

  private static void each(float[] height, int w, int h, float slope, Sink out) {
    for (int y = 0; y < h; y++) {
      int up = (y + h - 1) % h * w;
      int row = y * w;
      int down = (y + 1) % h * w;
      for (int x = 0; x < w; x++) {
        int l = (x + w - 1) % w;
        int r = (x + 1) % w;
        // Sobel, so that diagonal detail keeps its strength.
        float dx =
            (height[up + r]
                    + 2 * height[row + r]
                    + height[down + r]
                    - height[up + l]
                    - 2 * height[row + l]
                    - height[down + l])
                / 8
                * slope;
        float dy =
            (height[down + l]
                    + 2 * height[down + x]
                    + height[down + r]
                    - height[up + l]
                    - 2 * height[up + x]
                    - height[up + r])
                / 8
                * slope;
        float inv = (float) (1 / Math.sqrt(dx * dx + dy * dy + 1));
        int o = (row + x) * 3;
        out.put(o, -dx * inv);
        out.put(o + 1, dy * inv);
        out.put(o + 2, inv);
      }
    }
  }
}
