package keepshelf.imaging.convert;

import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Cubic;
import keepshelf.imaging.resample.Resampler;

/** Smaller pictures by the mean over each pixel's footprint, as what they hold demands. */
public final class Resize {
  /** What the samples are. */
  public enum Holds {
    /** sRGB colour: averaged in linear light, alpha as data. */
    COLOUR,
    /** Numbers: averaged as they are. */
    DATA,
    /** Vectors: averaged and brought back to unit length. */
    NORMALS
  }

  /** What the noise of {@link #toBytes} begins with. */
  public static final long SEED = 0x9E3779B97F4A7C15L;

  private Resize() {}

  /** How a plane of w x h values becomes one of another size. */
  private interface Filter {
    float[] sized(float[] plane, int w, int h, int toW, int toH);
  }

  /** {@code p} at another size, at 16 bits unless it was 8-bit data and stays so. */
  public static Pixels to(Pixels p, int w, int h, Holds holds) {
    return to(p, w, h, holds, Resampler::area);
  }

  /** {@code p} larger, smoothly and so that it tiles if it did; no detail is added. */
  public static Pixels larger(Pixels p, int w, int h, Holds holds) {
    return to(p, w, h, holds, Cubic::sized);
  }

  private static Pixels to(Pixels p, int w, int h, Holds holds, Filter filter) {
    if (p.width() == w && p.height() == h) {
      return p;
    }
    boolean exact = p.depth() != Depth.F32;
    float[][] planes = new float[p.channels()][];
    for (int c = 0; c < planes.length; c++) {
      boolean light = holds == Holds.COLOUR && (c < 3) && !(p.channels() == 2 && c == 1);
      float[] plane = p.plane(c);
      if (light) {
        for (int i = 0; i < plane.length; i++) {
          plane[i] = exact ? Srgb.linear(plane[i]) : Srgb.toLinear(plane[i]);
        }
      }
      plane = filter.sized(plane, p.width(), p.height(), w, h);
      if (light) {
        for (int i = 0; i < plane.length; i++) {
          plane[i] = exact ? Srgb.encoded(plane[i]) : Srgb.fromLinear(plane[i]);
        }
      }
      planes[c] = plane;
    }
    if (holds == Holds.NORMALS && planes.length >= 3) {
      unit(planes);
    }
    return p.depth() == Depth.F32 ? floats(planes, w, h) : shorts(planes, w, h);
  }

  private static void unit(float[][] n) {
    for (int i = 0; i < n[0].length; i++) {
      float x = 2 * n[0][i] - 1;
      float y = 2 * n[1][i] - 1;
      float z = 2 * n[2][i] - 1;
      float length = (float) Math.sqrt(x * x + y * y + z * z);
      if (length > 1e-6f) {
        n[0][i] = x / length * 0.5f + 0.5f;
        n[1][i] = y / length * 0.5f + 0.5f;
        n[2][i] = z / length * 0.5f + 0.5f;
      }
    }
  }

  private static Pixels shorts(float[][] planes, int w, int h) {
    int m = planes.length;
    short[] out = new short[w * h * m];
    for (int i = 0; i < w * h; i++) {
      for (int c = 0; c < m; c++) {
        out[i * m + c] = (short) Math.round(Math.clamp(planes[c][i], 0f, 1f) * 65535);
      }
    }
    return Pixels.u16(w, h, m, out);
  }

  private static Pixels floats(float[][] planes, int w, int h) {
    int m = planes.length;
    float[] out = new float[w * h * m];
    for (int i = 0; i < w * h; i++) {
      for (int c = 0; c < m; c++) {
        out[i * m + c] = planes[c][i];
      }
    }
    return Pixels.f32(w, h, m, out);
  }

  /**
   * An 8-bit copy with a little noise of triangular distribution before rounding, so that slopes
   * stay smooth on average (S. P. Lipshitz et al., "Quantization and dither", 1992). The same for
   * the same input; 8-bit pictures come back unchanged.
   */
  public static Pixels toBytes(Pixels p) {
    if (p.depth() == Depth.U8) {
      return p;
    }
    byte[] out = new byte[p.sampleCount()];
    long seed = SEED;
    for (int i = 0; i < out.length; i++) {
      seed = next(seed);
      out[i] = (byte) dithered(p.at(i), seed);
    }
    return Pixels.u8(p.width(), p.height(), p.channels(), out);
  }

  /** An 8-bit copy, rounded; for pictures that had no more than eight bits before. */
  public static Pixels roundedToBytes(Pixels p) {
    if (p.depth() == Depth.U8) {
      return p;
    }
    byte[] out = new byte[p.sampleCount()];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.round(Math.clamp(p.at(i), 0f, 1f) * 255);
    }
    return Pixels.u8(p.width(), p.height(), p.channels(), out);
  }

  /** State of the noise after {@code seed}; the first is {@link #SEED}. */
  public static long next(long seed) {
    return seed * 6364136223846793005L + 1442695040888963407L;
  }

  /** Level 0..255 of {@code value} (0..1) with the noise of {@code seed}. */
  public static int dithered(float value, long seed) {
    double one = (seed >>> 40) / (double) (1 << 24);
    double two = (seed >>> 16 & 0xFFFFFF) / (double) (1 << 24);
    double v = Math.clamp(value, 0f, 1f) * 255;
    // Cutting off rounds what is above nought; the rest is clamped.
    return Math.clamp((int) (v + (one - two) * 0.999 + 0.5), 0, 255);
  }
}
