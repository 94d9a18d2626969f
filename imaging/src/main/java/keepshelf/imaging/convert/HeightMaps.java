package keepshelf.imaging.convert;

import keepshelf.imaging.derive.Ranges;
import keepshelf.imaging.derive.SlopeIntegral;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/** Height out of normals, by integrating their slopes over the tile. */
public final class HeightMaps {
  /** Larger maps are integrated at this size: height has little detail above it. */
  private static final int LARGEST = 2048;

  private HeightMaps() {}

  /**
   * A height plane.
   *
   * @param plane w x h values 0..1, white is up
   * @param range difference in pixels of the plane between black and white
   */
  public record Height(float[] plane, int w, int h, double range) {}

  /**
   * The height whose slopes are closest to those of a tiling normal map; see {@link SlopeIntegral}.
   *
   * @param yUp whether green points up
   */
  public static Height fromNormal(Pixels normal, boolean yUp) {
    int w = Math.min(LARGEST, normal.width());
    int h = Math.min(LARGEST, normal.height());
    float[][] n = new float[3][];
    for (int c = 0; c < 3; c++) {
      n[c] = Resampler.area(normal.plane(c), normal.width(), normal.height(), w, h);
    }
    SlopeIntegral s = SlopeIntegral.of(n[0], n[1], n[2], w, h, yUp);
    return new Height(Ranges.filled(s.heights()), w, h, Ranges.range(s.heights()));
  }

  /**
   * Heights that are stored as numbers of any range, brought to 0..1 at 16 bits: {@code low}
   * becomes black, {@code high} white. What is no number is the middle.
   */
  public static Pixels levelled(Pixels p, double low, double high) {
    float[] plane = p.plane(0);
    short[] out = new short[plane.length];
    double span = high > low ? high - low : 1;
    for (int i = 0; i < out.length; i++) {
      double v = Float.isFinite(plane[i]) ? (plane[i] - low) / span : 0.5;
      out[i] = (short) Math.round(Math.clamp(v, 0, 1) * 65535);
    }
    return Pixels.u16(p.width(), p.height(), 1, out);
  }

  /** The same over the whole range that there is. */
  public static Pixels levelled(Pixels p) {
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    for (float v : p.plane(0)) {
      if (Float.isFinite(v)) {
        low = Math.min(low, v);
        high = Math.max(high, v);
      }
    }
    return levelled(p, low, high);
  }
}
