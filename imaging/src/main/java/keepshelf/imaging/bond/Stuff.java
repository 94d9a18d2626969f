package keepshelf.imaging.bond;

import keepshelf.imaging.colour.Srgb;

/**
 * What units or joints are made of: a tile of a material that repeats, or one plain colour.
 *
 * @param w columns
 * @param h rows
 * @param width of the tile in millimetres
 * @param height of the tile in millimetres
 * @param colour linear red, green and blue of each pixel, 0..1
 * @param roughness of each pixel, 0..1
 * @param metallic of each pixel, 0..1, or null when none is a metal
 * @param relief of each pixel in millimetres about nought, or null when it is flat
 */
public record Stuff(
    int w,
    int h,
    double width,
    double height,
    float[] colour,
    float[] roughness,
    float[] metallic,
    float[] relief) {
  /** One plain colour, {@code 0xRRGGBB}. */
  public static Stuff plain(int rgb, double roughness) {
    float[] colour = {
      Srgb.byteToLinear(rgb >> 16 & 255),
      Srgb.byteToLinear(rgb >> 8 & 255),
      Srgb.byteToLinear(rgb & 255)
    };
    return new Stuff(1, 1, 1, 1, colour, new float[] {(float) roughness}, null, null);
  }

  /**
   * Red, green, blue, roughness, metallic and relief at a place in millimetres, into {@code to}.
   */
  void sample(double x, double y, float[] to) {
    double u = x / width * w - 0.5;
    double v = y / height * h - 0.5;
    int x0 = (int) Math.floor(u);
    int y0 = (int) Math.floor(v);
    float fx = (float) (u - x0);
    float fy = (float) (v - y0);
    int ax = Math.floorMod(x0, w);
    int bx = ax + 1 == w ? 0 : ax + 1;
    int ay = Math.floorMod(y0, h) * w;
    int by = ay + w == w * h ? 0 : ay + w;
    for (int c = 0; c < 3; c++) {
      to[c] =
          mix(
              colour[(ay + ax) * 3 + c],
              colour[(ay + bx) * 3 + c],
              colour[(by + ax) * 3 + c],
              colour[(by + bx) * 3 + c],
              fx,
              fy);
    }
    to[3] = plane(roughness, ax, bx, ay, by, fx, fy);
    to[4] = metallic == null ? 0 : plane(metallic, ax, bx, ay, by, fx, fy);
    to[5] = relief == null ? 0 : plane(relief, ax, bx, ay, by, fx, fy);
  }

  private static float plane(float[] p, int ax, int bx, int ay, int by, float fx, float fy) {
    return mix(p[ay + ax], p[ay + bx], p[by + ax], p[by + bx], fx, fy);
  }

  private static float mix(float a, float b, float c, float d, float fx, float fy) {
    float top = a + (b - a) * fx;
    return top + (c + (d - c) * fx - top) * fy;
  }
}
