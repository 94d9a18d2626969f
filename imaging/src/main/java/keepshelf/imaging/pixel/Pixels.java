package keepshelf.imaging.pixel;

import java.lang.reflect.Array;
import java.util.function.IntUnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * A picture: rows from top to bottom, samples interleaved, 1 (grey), 2 (grey, alpha), 3 (RGB) or 4
 * (RGBA) channels, never premultiplied. The encoding (sRGB, data, linear) is the caller's
 * knowledge; nothing here converts it. Treat instances as immutable.
 */
public final class Pixels {
  /** Levels of 8 bits as 0..1. */
  private static final float[] BYTES = new float[256];

  static {
    for (int i = 0; i < BYTES.length; i++) {
      BYTES[i] = i * (1f / 255f);
    }
  }

  private final int width;
  private final int height;
  private final int channels;
  private final byte @Nullable [] bytes;
  private final short @Nullable [] shorts;
  private final float @Nullable [] floats;

  @SuppressWarnings("NullAway") // One of the three arrays is there.
  private Pixels(
      int width,
      int height,
      int channels,
      byte @Nullable [] b,
      short @Nullable [] s,
      float @Nullable [] f) {
    long expected = (long) width * height * channels;
    int length = b != null ? b.length : s != null ? s.length : f.length;
    if (width < 1 || height < 1 || channels < 1 || channels > 4 || expected != length) {
      throw new IllegalArgumentException(
          "not a picture: "
              + width
              + " x "
              + height
              + " x "
              + channels
              + ", "
              + length
              + " samples");
    }
    this.width = width;
    this.height = height;
    this.channels = channels;
    this.bytes = b;
    this.shorts = s;
    this.floats = f;
  }

  /** An 8-bit picture over {@code samples} (kept, not copied). */
  public static Pixels u8(int width, int height, int channels, byte[] samples) {
    return new Pixels(width, height, channels, samples, null, null);
  }

  /** A 16-bit picture over {@code samples} (kept, not copied). */
  public static Pixels u16(int width, int height, int channels, short[] samples) {
    return new Pixels(width, height, channels, null, samples, null);
  }

  /** A float picture over {@code samples} (kept, not copied); values may leave 0..1. */
  public static Pixels f32(int width, int height, int channels, float[] samples) {
    return new Pixels(width, height, channels, null, null, samples);
  }

  /** Columns. */
  public int width() {
    return width;
  }

  /** Rows. */
  public int height() {
    return height;
  }

  /** Samples per pixel, 1 to 4. */
  public int channels() {
    return channels;
  }

  /** How samples are stored. */
  public Depth depth() {
    return bytes != null ? Depth.U8 : shorts != null ? Depth.U16 : Depth.F32;
  }

  /** Number of samples: width x height x channels. */
  @SuppressWarnings("NullAway") // One of the three arrays is there.
  public int sampleCount() {
    return bytes != null ? bytes.length : shorts != null ? shorts.length : floats.length;
  }

  /** Sample {@code i} of the interleaved data; integer depths scaled to 0..1. */
  @SuppressWarnings("NullAway") // One of the three arrays is there.
  public float at(int i) {
    if (bytes != null) {
      return (bytes[i] & 0xFF) * (1f / 255f);
    }
    return shorts != null ? (shorts[i] & 0xFFFF) * (1f / 65535f) : floats[i];
  }

  /** Channel {@code c} at column {@code x}, row {@code y}; integer depths scaled to 0..1. */
  public float value(int x, int y, int c) {
    return at((y * width + x) * channels + c);
  }

  /**
   * The samples of {@code n} pixels of row {@code y} from column {@code x} into the front of {@code
   * into}, interleaved as they are stored; the same values as {@link #at}, many at a time.
   */
  @SuppressWarnings("NullAway") // One of the three arrays is there.
  public void read(int x, int y, int n, float[] into) {
    int from = (y * width + x) * channels;
    int count = n * channels;
    if (bytes != null) {
      scale(bytes, from, count, into);
    } else if (shorts != null) {
      scale(shorts, from, count, into);
    } else {
      System.arraycopy(floats, from, into, 0, count);
    }
  }

  private static void scale(byte[] samples, int from, int count, float[] into) {
    for (int i = 0; i < count; i++) {
      into[i] = BYTES[samples[from + i] & 0xFF];
    }
  }

  private static void scale(short[] samples, int from, int count, float[] into) {
    for (int i = 0; i < count; i++) {
      into[i] = (samples[from + i] & 0xFFFF) * (1f / 65535f);
    }
  }

  /** The stored integer level of sample {@code i}; not for float pictures. */
  @SuppressWarnings("NullAway") // One of the three arrays is there.
  public int level(int i) {
    if (floats != null) {
      throw new IllegalStateException("a float picture has no levels");
    }
    return bytes != null ? bytes[i] & 0xFF : shorts[i] & 0xFFFF;
  }

  /** Full scale of an integer depth: 255 or 65535; 1 for float. */
  public int fullScale() {
    return bytes != null ? 255 : shorts != null ? 65535 : 1;
  }

  /** A copy of channel {@code c} as 0..1 floats, row by row. */
  public float[] plane(int c) {
    float[] out = new float[width * height];
    float[] row = new float[width * channels];
    for (int y = 0, i = 0; y < height; y++) {
      read(0, y, width, row);
      for (int j = c; j < row.length; j += channels) {
        out[i++] = row[j];
      }
    }
    return out;
  }

  /** Luma of every pixel as 0..1 floats (Rec. 709 weights on the stored values; grey is itself). */
  public float[] luma() {
    if (channels < 3) {
      return plane(0);
    }
    float[] out = new float[width * height];
    float[] row = new float[width * channels];
    for (int y = 0, i = 0; y < height; y++) {
      read(0, y, width, row);
      for (int j = 0; j < row.length; j += channels) {
        out[i++] = 0.2126f * row[j] + 0.7152f * row[j + 1] + 0.0722f * row[j + 2];
      }
    }
    return out;
  }

  /** One channel as a picture of its own, at the same depth, bit for bit. */
  public Pixels channel(int c) {
    int n = width * height;
    if (bytes != null) {
      byte[] o = new byte[n];
      for (int i = 0, j = c; i < n; i++, j += channels) {
        o[i] = bytes[j];
      }
      return u8(width, height, 1, o);
    }
    if (shorts != null) {
      short[] o = new short[n];
      for (int i = 0, j = c; i < n; i++, j += channels) {
        o[i] = shorts[j];
      }
      return u16(width, height, 1, o);
    }
    return f32(width, height, 1, plane(c));
  }

  /** A copy of the rectangle of {@code w} x {@code h} pixels from {@code (x, y)}, within it. */
  @SuppressWarnings("NullAway") // One of the three arrays is there.
  public Pixels cut(int x, int y, int w, int h) {
    int line = w * channels;
    Object from = bytes != null ? bytes : shorts != null ? shorts : floats;
    Object to = Array.newInstance(from.getClass().getComponentType(), line * h);
    for (int r = 0; r < h; r++) {
      System.arraycopy(from, ((y + r) * width + x) * channels, to, r * line, line);
    }
    return switch (to) {
      case byte[] b -> u8(w, h, channels, b);
      case short[] s -> u16(w, h, channels, s);
      default -> f32(w, h, channels, (float[]) to);
    };
  }

  /**
   * A copy in which {@code map} was applied to the levels of channel {@code c} (or of all channels
   * when {@code c} is -1). Integer depths only.
   */
  public Pixels mapLevels(int c, IntUnaryOperator map) {
    int n = sampleCount();
    if (bytes != null) {
      byte[] o = bytes.clone();
      for (int i = c < 0 ? 0 : c; i < n; i += c < 0 ? 1 : channels) {
        o[i] = (byte) map.applyAsInt(o[i] & 0xFF);
      }
      return u8(width, height, channels, o);
    }
    if (shorts != null) {
      short[] o = shorts.clone();
      for (int i = c < 0 ? 0 : c; i < n; i += c < 0 ? 1 : channels) {
        o[i] = (short) map.applyAsInt(o[i] & 0xFFFF);
      }
      return u16(width, height, channels, o);
    }
    throw new IllegalStateException("a float picture has no levels");
  }

  /** The raw 8-bit samples (not a copy), or null at another depth; for encoders. */
  public byte @Nullable [] rawBytes() {
    return bytes;
  }

  /** The raw 16-bit samples (not a copy), or null at another depth; for encoders. */
  public short @Nullable [] rawShorts() {
    return shorts;
  }

  /** The raw float samples (not a copy), or null at another depth; for encoders. */
  public float @Nullable [] rawFloats() {
    return floats;
  }
}
