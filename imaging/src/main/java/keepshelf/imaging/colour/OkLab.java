package keepshelf.imaging.colour;

import keepshelf.imaging.pixel.Pixels;

/**
 * A colour in OKLab (B. Ottosson, "A perceptual color space for image processing", 2020): equal
 * steps look about equally far apart.
 *
 * @param l lightness, 0 black to 1 white
 * @param a green (negative) to red
 * @param b blue (negative) to yellow
 */
public record OkLab(float l, float a, float b) {
  /** Below this chroma a colour is seen as a grey. */
  public static final float GREY_CHROMA = 0.017f;

  /** From linear-light sRGB, each 0..1. */
  public static OkLab ofLinear(double r, double g, double b) {
    double x = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
    double y = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
    double z = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
    return new OkLab(
        (float) (0.2104542553 * x + 0.7936177850 * y - 0.0040720468 * z),
        (float) (1.9779984951 * x - 2.4285922050 * y + 0.4505937099 * z),
        (float) (0.0259040371 * x + 0.7827717662 * y - 0.8086757660 * z));
  }

  /** From an sRGB colour {@code 0xRRGGBB}. */
  public static OkLab ofSrgb(int rgb) {
    return ofLinear(
        Srgb.byteToLinear(rgb >> 16 & 255),
        Srgb.byteToLinear(rgb >> 8 & 255),
        Srgb.byteToLinear(rgb & 255));
  }

  /** As an sRGB colour {@code 0xRRGGBB}, clamped to what a screen shows. */
  public int toSrgb() {
    float[] rgb = new float[3];
    toLinear(rgb);
    return Srgb.linearToByte(rgb[0]) << 16
        | Srgb.linearToByte(rgb[1]) << 8
        | Srgb.linearToByte(rgb[2]);
  }

  /** As linear-light sRGB into {@code rgb}; outside 0..1 where no screen shows it. */
  public void toLinear(float[] rgb) {
    double x = l + 0.3963377774 * a + 0.2158037573 * b;
    double y = l - 0.1055613458 * a - 0.0638541728 * b;
    double z = l - 0.0894841775 * a - 1.2914855480 * b;
    x = x * x * x;
    y = y * y * y;
    z = z * z * z;
    rgb[0] = (float) (4.0767416621 * x - 3.3077115913 * y + 0.2309699292 * z);
    rgb[1] = (float) (-1.2684380046 * x + 2.6097574011 * y - 0.3413193965 * z);
    rgb[2] = (float) (-0.0041960863 * x - 0.7034186147 * y + 1.7076147010 * z);
  }

  /**
   * The mean of a picture stored through the sRGB curve, averaged in linear light over at most
   * about 40,000 evenly spread pixels, weighted by alpha; grey pictures give a grey. Values above 1
   * (of a picture in floats) count as 1, and floats are taken as linear light already.
   */
  public static OkLab mean(Pixels p) {
    int step = Math.max(1, (int) Math.sqrt((double) p.width() * p.height() / 40_000));
    boolean linear = p.depth() == keepshelf.imaging.pixel.Depth.F32;
    int alpha = p.channels() == 2 ? 1 : p.channels() == 4 ? 3 : -1;
    double[] sum = new double[3];
    double weight = 0;
    for (int y = step / 2; y < p.height(); y += step) {
      for (int x = step / 2; x < p.width(); x += step) {
        double w = alpha < 0 ? 1 : p.value(x, y, alpha);
        for (int c = 0; c < 3; c++) {
          float v = p.value(x, y, p.channels() < 3 ? 0 : c);
          sum[c] += w * Math.clamp(linear ? v : Srgb.linear(v), 0f, 1f);
        }
        weight += w;
      }
    }
    return weight <= 0
        ? new OkLab(0, 0, 0)
        : ofLinear(sum[0] / weight, sum[1] / weight, sum[2] / weight);
  }

  /** How colourful, 0 for greys. */
  public float chroma() {
    return (float) Math.hypot(a, b);
  }

  /** Hue in degrees, 0 to 360; meaningless for greys. */
  public float hue() {
    float h = (float) Math.toDegrees(Math.atan2(b, a));
    return h < 0 ? h + 360 : h;
  }

  /** Distance to another colour; about 0.02 is just seen, 0.1 is clearly another colour. */
  public float distance(OkLab o) {
    float dl = l - o.l;
    float da = a - o.a;
    float db = b - o.b;
    return (float) Math.sqrt(dl * dl + da * da + db * db);
  }
}
