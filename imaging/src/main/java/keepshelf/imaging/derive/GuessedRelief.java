package keepshelf.imaging.derive;

import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/**
 * A relief guessed from a colour alone: what is light is taken to lie high. The brightness of large
 * areas is left out, for it comes from the photograph's light or from the material's colours; what
 * remains counts at several sizes.
 */
public final class GuessedRelief {
  /** Sizes in pixels of a tile of 1024, from fine to coarse, as standard deviations. */
  private static final double[] SIZES = {1, 2, 4, 8, 16, 32};

  private GuessedRelief() {}

  /**
   * Heights 0..1 that fill the range, white is up.
   *
   * @param colour stored through the sRGB curve, or linear floats
   * @param coarse 0..1: whether fine detail (0) or large forms (1) count more
   */
  public static float[] of(Pixels colour, double coarse) {
    int w = colour.width();
    int h = colour.height();
    float[] light = lightness(colour);
    float[] out = new float[light.length];
    float[] finer = light;
    double unit = Math.max(w, h) / 1024.0;
    for (int s = 0; s < SIZES.length; s++) {
      float[] coarser = PeriodicBlur.of(light, w, h, SIZES[s] * unit);
      // Heights grow with the size of a form; how fast is what the person chooses.
      float weight = (float) Math.pow(2, s * (coarse - 0.35));
      for (int i = 0; i < out.length; i++) {
        out[i] += weight * (finer[i] - coarser[i]);
      }
      finer = coarser;
    }
    return Ranges.filled(out);
  }

  /** Perceived lightness of each pixel, 0..1: the cube root of its luminance. */
  static float[] lightness(Pixels p) {
    float[] out = new float[p.width() * p.height()];
    int n = p.channels();
    boolean linear = p.depth() == Depth.F32;
    for (int i = 0; i < out.length; i++) {
      float r = linear(p.at(i * n), linear);
      float g = n < 3 ? r : linear(p.at(i * n + 1), linear);
      float b = n < 3 ? r : linear(p.at(i * n + 2), linear);
      out[i] = (float) Math.cbrt(0.2126 * r + 0.7152 * g + 0.0722 * b);
    }
    return out;
  }

  private static float linear(float v, boolean already) {
    return already ? Math.clamp(v, 0f, 1f) : Srgb.toLinear(v);
  }
}
