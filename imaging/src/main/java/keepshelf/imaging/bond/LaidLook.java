package keepshelf.imaging.bond;

import java.util.stream.IntStream;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Pixels;

/** A laid tile as it is seen from straight above, in light from the upper left. */
public final class LaidLook {
  /** Towards the light: left, up, out of the picture; of length one. */
  private static final float[] LIGHT = {-0.45f, 0.55f, 0.704f};

  private static final float AROUND = 0.3f;

  private LaidLook() {}

  /** Opaque pixels (0xAARRGGBB), rows from the top, as many as the maps have. */
  public static int[] of(LaidMaps m) {
    Pixels colour = m.colour();
    Pixels seen = m.occlusion();
    float[] z = m.relief();
    int w = colour.width();
    int h = colour.height();
    int[] argb = new int[w * h];
    IntStream.range(0, h)
        .parallel()
        .forEach(y -> {
          int up = (y + h - 1) % h * w;
          int down = (y + 1) % h * w;
          for (int x = 0; x < w; x++) {
            int i = y * w + x;
            float gx = (z[y * w + (x + 1) % w] - z[y * w + (x + w - 1) % w]) / 2;
            float gy = (z[down + x] - z[up + x]) / 2;
            double l = Math.sqrt(1 + gx * gx + gy * gy);
            double facing = (-gx * LIGHT[0] + gy * LIGHT[1] + LIGHT[2]) / l;
            // A face that lies flat keeps its own colour.
            double light = seen.at(i) * (AROUND + (1 - AROUND) * Math.max(0, facing) / LIGHT[2]);
            argb[i] = 0xFF000000;
            for (int c = 0; c < 3; c++) {
              double v = Srgb.byteToLinear(colour.level(3 * i + c)) * light;
              argb[i] |= Srgb.linearToByte((float) Math.min(1, v)) << (16 - 8 * c);
            }
          }
        });
    return argb;
  }
}
