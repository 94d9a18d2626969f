package keepshelf.imaging.convert;

import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/** Level-exact conversions of map conventions; each is its own inverse or loses nothing. */
public final class Maps {
  private Maps() {}

  /** Turns a normal map's handedness over: green g becomes 1 - g, exactly, other channels kept. */
  public static Pixels flipGreen(Pixels normal) {
    return invert(normal, 1);
  }

  /** Gloss to roughness or back: every sample v becomes 1 - v, exactly at integer depths. */
  public static Pixels invert(Pixels p) {
    return invert(p, -1);
  }

  @SuppressWarnings("NullAway") // Floats have an array of floats.
  private static Pixels invert(Pixels p, int channel) {
    if (p.depth() != Depth.F32) {
      int full = p.fullScale();
      return p.mapLevels(channel, v -> full - v);
    }
    float[] out = p.rawFloats().clone();
    for (int i = Math.max(0, channel); i < out.length; i += channel < 0 ? 1 : p.channels()) {
      out[i] = 1 - out[i];
    }
    return Pixels.f32(p.width(), p.height(), p.channels(), out);
  }

  /**
   * One grey channel of a picture that should be grey: the first one, bit for bit. Alpha and equal
   * copies in other channels are dropped.
   */
  public static Pixels grey(Pixels p) {
    return p.channels() == 1 ? p : p.channel(0);
  }

  /**
   * A colour of floats, which hold linear light, stored through the sRGB curve at 16 bits; others
   * come back unchanged. Light above white is cut off.
   */
  @SuppressWarnings("NullAway") // Floats have an array of floats.
  public static Pixels encoded(Pixels p) {
    if (p.depth() != Depth.F32) {
      return p;
    }
    float[] in = p.rawFloats();
    short[] out = new short[in.length];
    boolean alpha = p.channels() == 2 || p.channels() == 4;
    for (int i = 0; i < in.length; i++) {
      boolean colour = !alpha || i % p.channels() != p.channels() - 1;
      float v = Math.clamp(in[i], 0f, 1f);
      out[i] = (short) Math.round((colour ? Srgb.encoded(v) : v) * 65535);
    }
    return Pixels.u16(p.width(), p.height(), p.channels(), out);
  }

  /** A 16-bit copy of a float picture, clamped to 0..1 and rounded; others come back unchanged. */
  @SuppressWarnings("NullAway") // Floats have an array of floats.
  public static Pixels quantised(Pixels p) {
    if (p.depth() != Depth.F32) {
      return p;
    }
    float[] in = p.rawFloats();
    short[] out = new short[in.length];
    for (int i = 0; i < in.length; i++) {
      out[i] = (short) Math.round(Math.clamp(in[i], 0f, 1f) * 65535);
    }
    return Pixels.u16(p.width(), p.height(), p.channels(), out);
  }

  /** The picture without its alpha channel; colour channels bit for bit. */
  public static Pixels withoutAlpha(Pixels p) {
    int n = p.channels();
    if (n == 1 || n == 3) {
      return p;
    }
    int m = n - 1;
    int count = p.width() * p.height();
    if (p.depth() == Depth.U8) {
      byte[] out = new byte[count * m];
      for (int i = 0; i < count; i++) {
        System.arraycopy(p.rawBytes(), i * n, out, i * m, m);
      }
      return Pixels.u8(p.width(), p.height(), m, out);
    }
    if (p.depth() == Depth.U16) {
      short[] out = new short[count * m];
      for (int i = 0; i < count; i++) {
        System.arraycopy(p.rawShorts(), i * n, out, i * m, m);
      }
      return Pixels.u16(p.width(), p.height(), m, out);
    }
    float[] out = new float[count * m];
    for (int i = 0; i < count; i++) {
      System.arraycopy(p.rawFloats(), i * n, out, i * m, m);
    }
    return Pixels.f32(p.width(), p.height(), m, out);
  }
}
