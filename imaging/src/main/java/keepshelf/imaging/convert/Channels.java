package keepshelf.imaging.convert;

import java.util.Arrays;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/** Puts grey pictures into the channels of one picture. */
public final class Channels {
  private Channels() {}

  /**
   * One picture of as many channels as {@code parts}: of each its first channel, bit for bit when
   * all have the same depth; at 16 bits when any has more than 8.
   *
   * @param parts of one size; null for a constant channel
   * @param fills values 0..1 of constant channels
   * @throws IllegalArgumentException when the sizes differ or nothing is given
   */
  @SuppressWarnings("NullAway") // Large or small is there, by the depth.
  public static Pixels pack(Pixels[] parts, double[] fills) {
    Pixels first = Arrays.stream(parts).filter(p -> p != null).findFirst().orElseThrow();
    boolean deep = Arrays.stream(parts).anyMatch(p -> p != null && p.depth() != Depth.U8);
    int n = first.width() * first.height();
    int m = parts.length;
    int full = deep ? 65535 : 255;
    byte[] small = deep ? null : new byte[n * m];
    short[] large = deep ? new short[n * m] : null;
    for (int c = 0; c < m; c++) {
      Pixels p = parts[c];
      if (p != null && (p.width() != first.width() || p.height() != first.height())) {
        throw new IllegalArgumentException("channels of different sizes");
      }
      int constant = (int) Math.round(fills[c] * full);
      for (int i = 0; i < n; i++) {
        int v = p == null ? constant : level(p, i * p.channels(), deep);
        if (deep) {
          large[i * m + c] = (short) v;
        } else {
          small[i * m + c] = (byte) v;
        }
      }
    }
    return deep
        ? Pixels.u16(first.width(), first.height(), m, large)
        : Pixels.u8(first.width(), first.height(), m, small);
  }

  private static int level(Pixels p, int i, boolean deep) {
    return switch (p.depth()) {
      case U8 -> deep ? p.level(i) * 257 : p.level(i);
      case U16 -> p.level(i);
      case F32 -> Math.round(Math.clamp(p.at(i), 0f, 1f) * 65535);
    };
  }

  /** A colour picture with {@code alpha}'s first channel as its fourth; colours bit for bit. */
  public static Pixels withAlpha(Pixels colour, Pixels alpha) {
    Pixels[] parts = new Pixels[4];
    for (int c = 0; c < 3; c++) {
      parts[c] = colour.channels() == 1 ? colour : colour.channel(colour.channels() < 3 ? 0 : c);
    }
    parts[3] = alpha;
    return pack(parts, new double[4]);
  }
}
