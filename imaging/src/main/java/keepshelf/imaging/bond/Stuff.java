package keepshelf.imaging.bond;

import java.util.List;
import keepshelf.imaging.colour.Srgb;
import org.jspecify.annotations.Nullable;

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
 * @param whole whole units in it that others are to be, instead of being cut anywhere; empty for
 *     most
 */
public record Stuff(
    int w,
    int h,
    double width,
    double height,
    float[] colour,
    float[] roughness,
    float @Nullable [] metallic,
    float @Nullable [] relief,
    List<Cut> whole) {
  /**
   * A unit that is there: an upright box, in millimetres from the tile's upper left corner.
   *
   * @param x left of it
   * @param y top of it
   * @param width of it
   * @param height of it
   */
  public record Cut(double x, double y, double width, double height) {}

  /** That may be cut anywhere. */
  public Stuff(
      int w,
      int h,
      double width,
      double height,
      float[] colour,
      float[] roughness,
      float @Nullable [] metallic,
      float @Nullable [] relief) {
    this(w, h, width, height, colour, roughness, metallic, relief, List.of());
  }

  /** The same, of which only whole units are taken. */
  public Stuff of(List<Cut> units) {
    return new Stuff(w, h, width, height, colour, roughness, metallic, relief, List.copyOf(units));
  }

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
