package keepshelf.imaging.analyse;

import java.util.OptionalDouble;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/**
 * The height range that a normal map's slopes imply for the height map beside it: what reproduces
 * the shading, not a measured height.
 */
public final class ReliefEstimate {
  private static final int SIDE = 1024;
  private static final double LEAST_AGREEMENT = 0.8;

  private ReliefEstimate() {}

  /**
   * Metres between height 0 and 1 for a tile {@code tileMetres} wide; empty when slopes and heights
   * do not agree on one scale (correlation under 0.8), as with a gamma-curved height map.
   *
   * @param handedness how the normal map's green channel points; unknown counts as +Y
   */
  public static OptionalDouble metres(
      Pixels normal, Pixels height, Handedness handedness, double tileMetres) {
    SlopeField field = SlopeField.of(normal);
    int w = Math.min(SIDE, normal.width());
    int h = Math.min(SIDE, normal.height());
    if (Math.min(w, h) < 32) {
      return OptionalDouble.empty();
    }
    float[] scaled =
        Resampler.area(
            height.luma(), height.width(), height.height(), normal.width(), normal.height());
    int x0 = (normal.width() - w) / 2;
    int y0 = (normal.height() - h) / 2;
    double flip = handedness == Handedness.DX ? -1 : 1;
    double gg = 0;
    double gh = 0;
    double hh = 0;
    // Averaged over 4 x 4 pixels first: noise of compression would bias the scale low.
    for (int y = 4; y + 8 < h; y += 4) {
      for (int x = 4; x + 8 < w; x += 4) {
        double gx = 0;
        double gy = 0;
        double hx = 0;
        double hy = 0;
        for (int j = 0; j < 4; j++) {
          for (int i = 0; i < 4; i++) {
            int at = (y + j) * w + x + i;
            gx -= field.a[at];
            gy += flip * field.b[at];
            int ht = (y0 + y + j) * normal.width() + x0 + x + i;
            hx += (scaled[ht + 1] - scaled[ht - 1]) / 2;
            hy += (scaled[ht + normal.width()] - scaled[ht - normal.width()]) / 2;
          }
        }
        gg += gx * gx + gy * gy;
        hh += hx * hx + hy * hy;
        gh += gx * hx + gy * hy;
      }
    }
    if (gg < 1e-9 || hh < 1e-12 || gh / Math.sqrt(gg * hh) < LEAST_AGREEMENT) {
      return OptionalDouble.empty();
    }
    double metresPerPixel = tileMetres / normal.width();
    return OptionalDouble.of(metresPerPixel * Math.sqrt(gg / hh));
  }
}
