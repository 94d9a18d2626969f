package keepshelf.core.preview;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/**
 * Pictures that are looked at as sheets: decals and photographs whole, at their own proportions, on
 * the neutral surround; what is cut out lets the surround through.
 */
final class SheetLook {
  private static final int SURROUND = 119;
  private static final double MARGIN = 0.06;

  private SheetLook() {}

  /** Opaque ARGB, {@code side} x {@code side}. */
  static int[] render(List<MapFile> maps, int side) throws IOException {
    MapFile first =
        maps.stream()
            .filter(m -> m.role() == MapRole.BASE_COLOUR || m.role() == MapRole.EMISSION)
            .findFirst()
            .orElse(maps.getFirst());
    Pixels p = first.pixels();
    double room = side * (1 - 2 * MARGIN);
    double scale = Math.min(room / p.width(), room / p.height());
    int w = Math.max(1, (int) Math.round(p.width() * scale));
    int h = Math.max(1, (int) Math.round(p.height() * scale));
    float[] alpha = alpha(maps, p, w, h);
    float[][] planes = new float[3][];
    for (int c = 0; c < 3; c++) {
      float[] plane = p.plane(p.channels() < 3 ? 0 : c);
      for (int i = 0; i < plane.length; i++) {
        plane[i] = Srgb.toLinear(Math.clamp(plane[i], 0f, 1f));
      }
      planes[c] = Resampler.area(plane, p.width(), p.height(), w, h);
    }
    int[] out = new int[side * side];
    Arrays.fill(out, 0xFF000000 | SURROUND << 16 | SURROUND << 8 | SURROUND);
    float ground = Srgb.byteToLinear(SURROUND);
    int left = (side - w) / 2;
    int top = (side - h) / 2;
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        int i = y * w + x;
        int rgb = 0;
        for (int c = 0; c < 3; c++) {
          float v = ground + (planes[c][i] - ground) * alpha[i];
          rgb = rgb << 8 | Srgb.linearToByte(v);
        }
        out[(top + y) * side + left + x] = 0xFF000000 | rgb;
      }
    }
    return out;
  }

  /** How much of the surround is hidden: by the picture's own alpha, or by a map of opacity. */
  private static float[] alpha(List<MapFile> maps, Pixels p, int w, int h) throws IOException {
    for (MapFile m : maps) {
      if (m.role() == MapRole.OPACITY) {
        Pixels o = m.pixels();
        return Resampler.area(o.plane(0), o.width(), o.height(), w, h);
      }
    }
    if (p.channels() == 4 || p.channels() == 2) {
      return Resampler.area(p.plane(p.channels() - 1), p.width(), p.height(), w, h);
    }
    float[] all = new float[w * h];
    Arrays.fill(all, 1);
    return all;
  }
}
