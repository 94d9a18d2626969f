package keepshelf.imaging.convert;

import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * Conversions of sRGB colour that are done in linear light. Results have 16 bits, so that nothing
 * of an 8-bit colour is lost.
 */
public final class Light {
  private static final float DIELECTRIC = 0.04f;

  private Light() {}

  /**
   * A colour picture darkened by occlusion (its first channel, data) of the same size.
   *
   * @param amount share of it that is worked in, 0..1
   */
  public static Pixels occluded(Pixels colour, Pixels occlusion, double amount) {
    float share = (float) amount;
    int n = colour.width() * colour.height();
    short[] out = new short[3 * n];
    float[] table = table(colour);
    for (int i = 0; i < n; i++) {
      float o = 1 - share * (1 - Math.clamp(occlusion.at(i * occlusion.channels()), 0f, 1f));
      for (int c = 0; c < 3; c++) {
        out[3 * i + c] = stored(linear(colour, table, i, c) * o);
      }
    }
    return Pixels.u16(colour.width(), colour.height(), 3, out);
  }

  /**
   * Diffuse or specular colour out of base colour and metallic (data, first channel) of the same
   * size: diffuse = base x (1 - metallic), specular = 4 % or base by metallic; the inverse of
   * {@link SpecGloss}.
   */
  public static Pixels specGloss(Pixels base, Pixels metallic, boolean specular) {
    int n = base.width() * base.height();
    short[] out = new short[3 * n];
    float[] table = table(base);
    for (int i = 0; i < n; i++) {
      float m = Math.clamp(metallic.at(i * metallic.channels()), 0f, 1f);
      for (int c = 0; c < 3; c++) {
        float b = linear(base, table, i, c);
        out[3 * i + c] = stored(specular ? DIELECTRIC + (b - DIELECTRIC) * m : b * (1 - m));
      }
    }
    return Pixels.u16(base.width(), base.height(), 3, out);
  }

  /** Linear light of each level of an 8-bit picture, else null. */
  private static float @Nullable [] table(Pixels p) {
    if (p.depth() != Depth.U8) {
      return null;
    }
    float[] out = new float[256];
    for (int i = 0; i < 256; i++) {
      out[i] = Srgb.linear(i * (1f / 255f));
    }
    return out;
  }

  private static float linear(Pixels p, float @Nullable [] table, int i, int c) {
    return table == null
        ? linear(p, i, c)
        : table[p.level(i * p.channels() + (p.channels() < 3 ? 0 : c))];
  }

  /** Linear light of channel {@code c} of pixel {@code i} of an sRGB or grey picture. */
  static float linear(Pixels p, int i, int c) {
    float v = p.at(i * p.channels() + (p.channels() < 3 ? 0 : c));
    return Srgb.linear(v);
  }

  private static short stored(float linear) {
    // Never below nought: adding a half and cutting off rounds as Math.round does, and is quicker.
    return (short) (int) (Srgb.encoded(linear) * 65535 + 0.5f);
  }
}
