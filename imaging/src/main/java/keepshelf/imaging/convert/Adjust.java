package keepshelf.imaging.convert;

import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/**
 * Adjustments of maps that treat every pixel alike, wherever it stands, so that whole pictures and
 * single rows come out the same. Results of whole pictures have 16 bits: nothing of eight is lost.
 */
public final class Adjust {
  /** Lightness that contrast turns about: middle grey to the eye. */
  private static final float PIVOT = 0.5f;

  private Adjust() {}

  /** Changes pixels in place. */
  @FunctionalInterface
  public interface Change {
    /**
     * Changes some pixels.
     *
     * @param samples interleaved, 0..1 as they are stored
     * @param channels samples a pixel; of two and four the last is alpha and stays
     */
    void apply(float[] samples, int channels);

    /** This change, and {@code next} after it. */
    default Change then(Change next) {
      return (samples, channels) -> {
        apply(samples, channels);
        next.apply(samples, channels);
      };
    }
  }

  /**
   * How a colour is changed, in this order: inverted; in OKLab its lightness spread about the
   * middle, its hue turned and its chroma scaled; in linear light made brighter and tinted.
   *
   * @param hueDegrees by which the hue is turned
   * @param saturation factor on the chroma, 0 for grey
   * @param brightness factor on linear light
   * @param contrast factor on the distance from middle grey
   * @param tint sRGB colour {@code 0xRRGGBB} that linear light is multiplied by; white changes
   *     nothing
   * @param invert whether each stored value v becomes 1 - v first
   */
  public record Colour(
      double hueDegrees,
      double saturation,
      double brightness,
      double contrast,
      int tint,
      boolean invert) {}

  /**
   * Changes a colour stored through the sRGB curve; of grey pictures each channel is one colour.
   */
  public static Change colour(Colour how) {
    float cos = (float) (Math.cos(Math.toRadians(how.hueDegrees())) * how.saturation());
    float sin = (float) (Math.sin(Math.toRadians(how.hueDegrees())) * how.saturation());
    float contrast = (float) how.contrast();
    float[] gain = new float[3];
    for (int c = 0; c < 3; c++) {
      int level = how.tint() >> (16 - 8 * c) & 255;
      gain[c] = (float) how.brightness() * Srgb.byteToLinear(level);
    }
    return (samples, channels) -> {
      boolean grey = channels < 3;
      float[] rgb = new float[3];
      for (int i = 0; i + channels <= samples.length; i += channels) {
        for (int c = 0; c < 3; c++) {
          float v = samples[grey ? i : i + c];
          rgb[c] = Srgb.linear(how.invert() ? 1 - v : v);
        }
        OkLab lab = OkLab.ofLinear(rgb[0], rgb[1], rgb[2]);
        new OkLab(
                PIVOT + (lab.l() - PIVOT) * contrast,
                lab.a() * cos - lab.b() * sin,
                lab.a() * sin + lab.b() * cos)
            .toLinear(rgb);
        for (int c = 0; c < (grey ? 1 : 3); c++) {
          samples[i + c] = Srgb.encoded(Math.clamp(rgb[c] * gain[c], 0f, 1f));
        }
      }
    };
  }

  /** Brings 0..1 to {@code low}..{@code high}: black becomes the one, white the other. */
  public static Change range(double low, double high) {
    float from = (float) low;
    float span = (float) (high - low);
    return each(v -> from + v * span);
  }

  /**
   * Stretches {@code from}..{@code to} to 0..1, what lies outside is cut off; bends it so that one
   * half becomes {@code middle}, by a power; and lays it between {@code low} and {@code high}.
   *
   * @param middle 0..1, without the ends; 0.5 bends nothing
   */
  public static Change levels(double from, double to, double middle, double low, double high) {
    float start = (float) from;
    float span = (float) (to - from);
    double power = Math.log(middle) / Math.log(0.5);
    boolean straight = Math.abs(power - 1) < 1e-9;
    return each(
            v -> {
              float s = Math.clamp((v - start) / span, 0f, 1f);
              return straight ? s : (float) Math.pow(s, power);
            })
        .then(range(low, high));
  }

  /** Brings everything below {@code threshold} to 0, all else to 1. */
  public static Change cut(double threshold) {
    float t = (float) threshold;
    return each(v -> v < t ? 0 : 1);
  }

  /** A change of one value without the others. */
  @FunctionalInterface
  private interface Curve {
    float of(float v);
  }

  /** The same for every sample but alpha. */
  private static Change each(Curve curve) {
    return (samples, channels) -> {
      boolean alpha = channels == 2 || channels == 4;
      for (int i = 0; i < samples.length; i++) {
        if (!alpha || i % channels != channels - 1) {
          samples[i] = curve.of(samples[i]);
        }
      }
    };
  }

  /**
   * Makes the slopes of a normal map steeper or flatter; vectors stay of length one.
   *
   * @param strength factor on the slopes, 0 for a flat surface
   */
  public static Change slopes(double strength) {
    float s = (float) strength;
    return (samples, channels) -> {
      for (int i = 0; channels >= 3 && i + channels <= samples.length; i += channels) {
        float x = (2 * samples[i] - 1) * s;
        float y = (2 * samples[i + 1] - 1) * s;
        // What points into the surface is a fault of the map; it lies flat at most.
        float z = Math.max(1e-4f, 2 * samples[i + 2] - 1);
        float length = (float) Math.sqrt(x * x + y * y + z * z);
        samples[i] = x / length * 0.5f + 0.5f;
        samples[i + 1] = y / length * 0.5f + 0.5f;
        samples[i + 2] = z / length * 0.5f + 0.5f;
      }
    };
  }

  /** {@code p} with every pixel changed, clamped, at 16 bits. */
  public static Pixels applied(Pixels p, Change change) {
    int n = p.channels();
    float[] row = new float[p.width() * n];
    short[] out = new short[p.sampleCount()];
    for (int y = 0; y < p.height(); y++) {
      int from = y * row.length;
      for (int i = 0; i < row.length; i++) {
        float v = p.at(from + i);
        row[i] = p.depth() == Depth.F32 ? Math.clamp(v, 0f, 1f) : v;
      }
      change.apply(row, n);
      for (int i = 0; i < row.length; i++) {
        out[from + i] = (short) Math.round(Math.clamp(row[i], 0f, 1f) * 65535);
      }
    }
    return Pixels.u16(p.width(), p.height(), n, out);
  }
}
