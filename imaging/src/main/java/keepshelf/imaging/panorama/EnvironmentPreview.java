package keepshelf.imaging.panorama;

import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.colour.ToneCurve;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/**
 * The preview of an environment light: the panorama above, below it a matt and a mirror ball lit by
 * it, all at the exposure that brings the light on a level surface to a middle grey.
 */
public final class EnvironmentPreview {
  private static final int SMALL = 64;
  private static final double MIDDLE_GREY = 0.30;

  private final LatLong whole;
  private final float[] seen = new float[3];
  private final float[] small;
  private final double exposure;

  private EnvironmentPreview(Pixels p) {
    int w = Math.min(512, p.width());
    int h = Math.max(1, w * p.height() / p.width());
    whole = new LatLong(Resampler.linear(p, w, h), w, h);
    small = Resampler.linear(p, SMALL, SMALL / 2);
    double[] up = irradiance(0, 1, 0);
    double[] front = irradiance(0, 0, 1);
    double mean = (luminance(up) + luminance(front)) / 2;
    exposure = mean > 0 ? MIDDLE_GREY / mean : 1;
  }

  /** The picture as opaque ARGB, {@code side} x {@code side}, rows from the top. */
  public static int[] render(Pixels latitudeLongitude, int side) {
    return new EnvironmentPreview(latitudeLongitude).draw(side);
  }

  private static double luminance(double[] c) {
    return 0.2126 * c[0] + 0.7152 * c[1] + 0.0722 * c[2];
  }

  /** Mean radiance over the cosine lobe around a unit direction. */
  private double[] irradiance(double nx, double ny, double nz) {
    double[] out = new double[3];
    double weight = 0;
    int sh = SMALL / 2;
    for (int y = 0; y < sh; y++) {
      double polar = Math.PI * (y + 0.5) / sh;
      double s = Math.sin(polar);
      double dy = Math.cos(polar);
      for (int x = 0; x < SMALL; x++) {
        double a = ((x + 0.5) / SMALL - 0.5) * 2 * Math.PI;
        double cos = nx * s * Math.sin(a) + ny * dy + nz * s * Math.cos(a);
        if (cos > 0) {
          double k = cos * s;
          weight += k;
          for (int c = 0; c < 3; c++) {
            out[c] += k * small[(y * SMALL + x) * 3 + c];
          }
        }
      }
    }
    for (int c = 0; c < 3; c++) {
      out[c] /= weight;
    }
    return out;
  }

  private void radiance(double dx, double dy, double dz, double[] out) {
    whole.radiance(dx, dy, dz, seen);
    for (int c = 0; c < 3; c++) {
      out[c] = seen[c];
    }
  }

  private int[] draw(int side) {
    int[] out = new int[side * side];
    java.util.Arrays.fill(out, 0xFF777777);
    double[] c = new double[3];
    int tall = side / 2;
    for (int y = 0; y < tall; y++) {
      for (int x = 0; x < side; x++) {
        double a = ((x + 0.5) / side - 0.5) * 2 * Math.PI;
        double polar = Math.PI * (y + 0.5) / tall;
        radiance(Math.sin(polar) * Math.sin(a), Math.cos(polar), Math.sin(polar) * Math.cos(a), c);
        out[y * side + x] = argb(c);
      }
    }
    double radius = side * 0.205;
    ball(out, side, side * 0.26, side * 0.75, radius, false);
    ball(out, side, side * 0.74, side * 0.75, radius, true);
    return out;
  }

  private void ball(int[] out, int side, double cx, double cy, double r, boolean mirror) {
    double[] c = new double[3];
    for (int y = side / 2; y < side; y++) {
      for (int x = 0; x < side; x++) {
        double nx = (x + 0.5 - cx) / r;
        double ny = -(y + 0.5 - cy) / r;
        double d2 = nx * nx + ny * ny;
        if (d2 >= 1) {
          continue;
        }
        // The balls stand in the middle of the light and are seen from behind its middle, so that
        // what is ahead in the panorama is what their far side would show in a mirror.
        double nz = Math.sqrt(1 - d2);
        if (mirror) {
          radiance(2 * nz * nx, 2 * nz * ny, 2 * nz * nz - 1, c);
        } else {
          double[] e = irradiance(nx, ny, nz);
          System.arraycopy(e, 0, c, 0, 3);
          for (int i = 0; i < 3; i++) {
            c[i] *= 0.8;
          }
        }
        // The edge is softened over one pixel.
        double edge = Math.clamp((1 - Math.sqrt(d2)) * r, 0.0, 1.0);
        int v = argb(c);
        out[y * side + x] = edge >= 1 ? v : mix(0xFF777777, v, edge);
      }
    }
  }

  private static int mix(int a, int b, double t) {
    int out = 0xFF;
    for (int s = 16; s >= 0; s -= 8) {
      double v = (a >> s & 255) + ((b >> s & 255) - (a >> s & 255)) * t;
      out = out << 8 | (int) Math.round(v);
    }
    return out;
  }

  private int argb(double[] c) {
    int out = 0xFF;
    for (int i = 0; i < 3; i++) {
      out = out << 8 | Srgb.linearToByte(ToneCurve.apply((float) (c[i] * exposure)));
    }
    return out;
  }
}
