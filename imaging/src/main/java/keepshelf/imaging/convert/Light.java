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

  /** Of 8 bits. */
  private static final int LEVELS = 256;

  private Light() {}

  /**
   * A colour picture darkened by occlusion (its first channel, data) of the same size.
   *
   * @param amount share of it that is worked in, 0..1
   */
  public static Pixels occluded(Pixels colour, Pixels occlusion, double amount) {
    float share = (float) amount;
    return mixed(colour, occlusion, (light, o) -> light * (1 - share * (1 - o)));
  }

  /**
   * Diffuse or specular colour out of base colour and metallic (data, first channel) of the same
   * size: diffuse = base x (1 - metallic), specular = 4 % or base by metallic; the inverse of
   * {@link SpecGloss}.
   */
  public static Pixels specGloss(Pixels base, Pixels metallic, boolean specular) {
    return mixed(
        base,
        metallic,
        specular
            ? (light, m) -> DIELECTRIC + (light - DIELECTRIC) * m
            : (light, m) -> light * (1 - m));
  }

  /** Linear light of one channel of a colour, changed by a value 0..1 of a map beside it. */
  @FunctionalInterface
  private interface Mix {
    float of(float light, float value);
  }

  /** {@code mix} of each channel of {@code colour} and the first channel of {@code data}. */
  private static Pixels mixed(Pixels colour, Pixels data, Mix mix) {
    int n = colour.width() * colour.height();
    short[] out = new short[3 * n];
    float[] table = table(colour);
    if (table != null && data.depth() == Depth.U8 && n > LEVELS * LEVELS) {
      byLevels(colour, data, mix, table, out);
      return Pixels.u16(colour.width(), colour.height(), 3, out);
    }
    for (int i = 0; i < n; i++) {
      float value = Math.clamp(data.at(i * data.channels()), 0f, 1f);
      for (int c = 0; c < 3; c++) {
        out[3 * i + c] = stored(mix.of(linear(colour, table, i, c), value));
      }
    }
    return Pixels.u16(colour.width(), colour.height(), 3, out);
  }

  /** The same for two maps of 8 bits: there are only so many pairs of levels. */
  private static void byLevels(Pixels colour, Pixels data, Mix mix, float[] table, short[] out) {
    short[] pairs = new short[LEVELS * LEVELS];
    for (int v = 0; v < LEVELS; v++) {
      for (int l = 0; l < LEVELS; l++) {
        pairs[v * LEVELS + l] = stored(mix.of(table[l], v * (1f / 255f)));
      }
    }
    int step = colour.channels();
    int green = step < 3 ? 0 : 1;
    int blue = step < 3 ? 0 : 2;
    for (int i = 0, o = 0, at = 0; o < out.length; i++, o += 3, at += step) {
      int row = data.level(i * data.channels()) * LEVELS;
      out[o] = pairs[row + colour.level(at)];
      out[o + 1] = pairs[row + colour.level(at + green)];
      out[o + 2] = pairs[row + colour.level(at + blue)];
    }
  }

  /** Linear light of each level of an 8-bit picture, else null. */
  private static float @Nullable [] table(Pixels p) {
    if (p.depth() != Depth.U8) {
      return null;
    }
    float[] out = new float[LEVELS];
    for (int i = 0; i < LEVELS; i++) {
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
