package keepshelf.imaging.resample;

import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/** Area-filtered downscaling of float planes and of pictures for the screen. */
public final class Resampler {
  /** Radiance above this is a damaged sample: the sun itself is about a hundredth of it. */
  private static final float BRIGHTEST = 1e8f;

  private Resampler() {}

  /**
   * The plane {@code in} (w x h, row by row) as {@code ow x oh}, each output sample the mean over
   * its exact footprint. Also enlarges, by nearest neighbour.
   */
  public static float[] area(float[] in, int w, int h, int ow, int oh) {
    if (w == ow && h == oh) {
      return in.clone();
    }
    AreaFilter filter = new AreaFilter(w, h, ow, oh);
    for (int y = 0; y < h; y++) {
      filter.add(in, y * w, 1);
    }
    return filter.plane();
  }

  /**
   * A picture as {@code ow} x {@code oh} texels of linear light, R, G, B for each, rows from the
   * top: means over whole pixels, read one after the other, so that even the largest panorama needs
   * no second copy. Floats are linear light already; other depths go through the sRGB curve. What
   * is negative or no light that a camera could have seen counts as black.
   */
  public static float[] linear(Pixels p, int ow, int oh) {
    float[] out = new float[ow * oh * 3];
    boolean linear = p.depth() == Depth.F32;
    for (int y = 0; y < oh; y++) {
      int y0 = (int) ((long) y * p.height() / oh);
      int y1 = Math.max(y0 + 1, (int) ((long) (y + 1) * p.height() / oh));
      for (int x = 0; x < ow; x++) {
        int x0 = (int) ((long) x * p.width() / ow);
        int x1 = Math.max(x0 + 1, (int) ((long) (x + 1) * p.width() / ow));
        for (int c = 0; c < 3; c++) {
          double sum = 0;
          for (int j = y0; j < y1; j++) {
            for (int i = x0; i < x1; i++) {
              float v = p.value(i, j, p.channels() < 3 ? 0 : c);
              float light = linear ? v : Srgb.toLinear(v);
              sum += light > 0 && light < BRIGHTEST ? light : 0;
            }
          }
          out[(y * ow + x) * 3 + c] = (float) (sum / ((x1 - x0) * (double) (y1 - y0)));
        }
      }
    }
    return out;
  }

  /**
   * A small square ARGB picture (0xAARRGGBB, rows from the top) of {@code p} as it is stored, for
   * thumbnails; alpha is ignored, floats are clamped to 0..1.
   */
  public static int[] thumbnail(Pixels p, int side) {
    int n = p.channels();
    float[][] planes = new float[3][];
    for (int c = 0; c < 3; c++) {
      planes[c] =
          c > 0 && n < 3
              ? planes[0]
              : area(p.plane(n < 3 ? 0 : c), p.width(), p.height(), side, side);
    }
    int[] argb = new int[side * side];
    for (int i = 0; i < argb.length; i++) {
      argb[i] =
          0xFF000000 | level(planes[0][i]) << 16 | level(planes[1][i]) << 8 | level(planes[2][i]);
    }
    return argb;
  }

  private static int level(float v) {
    return Math.clamp(Math.round(v * 255), 0, 255);
  }
}
