package keepshelf.imaging.derive;

import keepshelf.imaging.analyse.MapFacts;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/**
 * Brings base colours that reflect less than charcoal or more than fresh snow into the range of
 * real surfaces. Too dark ones are first taken for linear values that were stored without the
 * colour curve, the usual cause; what is still outside is scaled, all channels alike, so that hues
 * stay.
 */
public final class AlbedoRange {
  /** Luminance (linear) that the lightest parts of a too dark colour are brought to. */
  private static final double DARK = 0.05;

  /** Luminance (linear) that the lightest parts of a too light colour are brought to. */
  private static final double LIGHT = 0.85;

  private AlbedoRange() {}

  /** Whether its lightest parts are too dark (2 %), or its darkest too light (90 %). */
  public static boolean outside(Pixels p) {
    MapFacts f = MapFacts.of(p, ImageFormat.PNG, MapFacts.Meant.DATA);
    return f.light() < 0.02 || f.dark() > 0.9;
  }

  /**
   * The same within the range, at 16 bits.
   *
   * @param colour sRGB-coded, or linear floats; alpha is dropped
   */
  public static Pixels brought(Pixels colour) {
    boolean floats = colour.depth() == Depth.F32;
    int n = colour.width() * colour.height();
    MapFacts f = MapFacts.of(colour, ImageFormat.PNG, MapFacts.Meant.DATA);
    boolean linear = floats || f.light() < 0.02;
    float[] values = new float[3 * n];
    for (int i = 0; i < n; i++) {
      for (int c = 0; c < 3; c++) {
        float v = colour.at(i * colour.channels() + (colour.channels() < 3 ? 0 : c));
        values[3 * i + c] = linear ? v : Srgb.toLinear(v);
      }
    }
    Pixels taken = encoded(values, 1, colour.width(), colour.height());
    MapFacts now = MapFacts.of(taken, ImageFormat.PNG, MapFacts.Meant.DATA);
    double by = now.light() < 0.02 ? DARK / Math.max(now.light(), 1e-4) : 1;
    by = now.dark() > 0.9 ? LIGHT / now.light() : by;
    return by == 1 ? taken : encoded(values, by, colour.width(), colour.height());
  }

  private static Pixels encoded(float[] linear, double by, int w, int h) {
    short[] out = new short[linear.length];
    for (int i = 0; i < out.length; i++) {
      out[i] =
          (short) Math.round(Srgb.fromLinear(Math.clamp((float) (linear[i] * by), 0, 1)) * 65535);
    }
    return Pixels.u16(w, h, 3, out);
  }
}
