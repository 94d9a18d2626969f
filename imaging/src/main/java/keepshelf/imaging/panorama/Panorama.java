package keepshelf.imaging.panorama;

import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.colour.ToneCurve;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/** Changes to environment lights in the latitude-longitude layout. */
public final class Panorama {
  /** A sky that is only looked at is at most so wide. */
  public static final int SKY_WIDTH = 4096;

  private static final double SUN_RADIUS = Math.toRadians(6);
  private static final int SUMMED = 1024;

  private Panorama() {}

  /** {@code p} as floats of linear light, three channels; integer pictures through sRGB. */
  public static Pixels linear(Pixels p) {
    if (p.depth() == Depth.F32 && p.channels() == 3) {
      return p;
    }
    int n = p.width() * p.height();
    float[] out = new float[n * 3];
    boolean encoded = p.depth() != Depth.F32;
    for (int i = 0; i < n; i++) {
      for (int c = 0; c < 3; c++) {
        float v = p.at(i * p.channels() + (p.channels() < 3 ? 0 : c));
        out[3 * i + c] = encoded ? Srgb.toLinear(v) : v;
      }
    }
    return Pixels.f32(p.width(), p.height(), 3, out);
  }

  /**
   * The same with the elevation {@code horizonDegrees} in the middle row: what lies above and below
   * is stretched or pressed evenly, so that nothing is cut off. Floats of three channels.
   */
  @SuppressWarnings("NullAway") // Floats have an array of floats.
  public static Pixels level(Pixels p, double horizonDegrees) {
    int w = p.width();
    int h = p.height();
    float[] in = p.rawFloats();
    float[] out = new float[in.length];
    double horizon = (90 - horizonDegrees) / 180 * h;
    for (int y = 0; y < h; y++) {
      double v = (y + 0.5) / h;
      double from = v < 0.5 ? v * 2 * horizon : horizon + (v - 0.5) * 2 * (h - horizon);
      double at = Math.clamp(from - 0.5, 0, h - 1);
      int upper = (int) at;
      int lower = Math.min(h - 1, upper + 1);
      float share = (float) (at - upper);
      for (int i = 0; i < w * 3; i++) {
        out[y * w * 3 + i] = in[upper * w * 3 + i] * (1 - share) + in[lower * w * 3 + i] * share;
      }
    }
    return Pixels.f32(w, h, 3, out);
  }

  /**
   * A picture for the screen, 8 bits of sRGB: brought to a mean of middle grey and through the tone
   * curve of the previews.
   */
  public static Pixels sky(Pixels p, int width, int height) {
    float[] rgb = Resampler.linear(p, width, height);
    double log = 0;
    for (int i = 0; i < rgb.length; i += 3) {
      log += Math.log(1e-4 + luminance(rgb, i));
    }
    float exposure = (float) (0.18 / Math.exp(log / (rgb.length / 3.0)));
    byte[] out = new byte[rgb.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.round(Srgb.fromLinear(ToneCurve.apply(rgb[i] * exposure)) * 255);
    }
    return Pixels.u8(width, height, 3, out);
  }

  private static double luminance(float[] rgb, int at) {
    return 0.2126 * rgb[at] + 0.7152 * rgb[at + 1] + 0.0722 * rgb[at + 2];
  }

  /**
   * Red, green and blue light that falls on a surface which faces a direction, from within six
   * degrees around it: the integral of radiance over the solid angle.
   *
   * @param azimuthDegrees to the right of the picture's middle
   * @param elevationDegrees above the horizon
   */
  public static double[] light(Pixels p, double azimuthDegrees, double elevationDegrees) {
    int w = Math.min(SUMMED, p.width());
    int h = Math.max(1, w / 2);
    float[] rgb = Resampler.linear(p, w, h);
    double[] to = direction(Math.toRadians(azimuthDegrees), Math.toRadians(elevationDegrees));
    double[] out = new double[3];
    for (int y = 0; y < h; y++) {
      double elevation = Math.PI * (0.5 - (y + 0.5) / h);
      double solid = Math.cos(elevation) * (Math.PI / h) * (2 * Math.PI / w);
      for (int x = 0; x < w; x++) {
        double[] d = direction(((x + 0.5) / w - 0.5) * 2 * Math.PI, elevation);
        double cos = d[0] * to[0] + d[1] * to[1] + d[2] * to[2];
        if (cos > Math.cos(SUN_RADIUS)) {
          for (int c = 0; c < 3; c++) {
            out[c] += rgb[(y * w + x) * 3 + c] * solid * cos;
          }
        }
      }
    }
    return out;
  }

  private static double[] direction(double azimuth, double elevation) {
    double c = Math.cos(elevation);
    return new double[] {c * Math.sin(azimuth), Math.sin(elevation), c * Math.cos(azimuth)};
  }
}
