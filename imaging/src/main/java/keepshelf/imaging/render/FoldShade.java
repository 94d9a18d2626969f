package keepshelf.imaging.render;

import java.util.stream.IntStream;
import keepshelf.imaging.solid.Meeting;
import keepshelf.imaging.solid.Skin;
import keepshelf.imaging.solid.Solid;

/** How much of the light gets between the folds of a shape that can shade itself, on a grid. */
final class FoldShade {
  private final int columns;
  private final int rows;
  private final float half;
  private final float turnCos;
  private final float turnSin;
  private final float[] share;

  /**
   * Finds it.
   *
   * @param turnDegrees how far the shape is turned
   * @param columns of the grid over its width, rows half as many
   * @param directions that are looked at from each place
   */
  FoldShade(Solid solid, PrefilteredLight light, double turnDegrees, int columns, int directions) {
    this.columns = columns;
    this.rows = columns / 2;
    this.half = solid.half();
    turnCos = (float) Math.cos(Math.toRadians(turnDegrees));
    turnSin = (float) Math.sin(Math.toRadians(turnDegrees));
    share = new float[columns * rows];
    IntStream.range(0, rows)
        .parallel()
        .forEach(j -> {
          Meeting m = new Meeting();
          Meeting other = new Meeting();
          float[] rgb = new float[3];
          float[] scratch = new float[3];
          float[] to = new float[3];
          for (int i = 0; i < columns; i++) {
            float x = ((i + 0.5f) / columns * 2 - 1) * half * 0.995f;
            float y = ((j + 0.5f) / rows * 2 - 1) * half * 0.995f;
            float[] o = {turnCos * x + turnSin * 2 * half, y, -turnSin * x + turnCos * 2 * half};
            float[] d = {-turnSin, 0, -turnCos};
            share[j * columns + i] =
                solid.meet(o, d, 0, Skin.FLAT, 0.5f, true, m)
                    ? seen(solid, light, m, other, directions, i * 31 + j * 17, to, rgb, scratch)
                    : 1;
          }
        });
  }

  private static float seen(
      Solid solid,
      PrefilteredLight light,
      Meeting m,
      Meeting other,
      int directions,
      int seed,
      float[] to,
      float[] rgb,
      float[] scratch) {
    float[] o = new float[3];
    for (int c = 0; c < 3; c++) {
      o[c] = m.point[c] + m.normal[c] * solid.half() * 4e-3f;
    }
    float all = 0;
    float free = 0;
    for (int k = 0; k < directions; k++) {
      double phi = 2 * Math.PI * (PrefilteredLight.radicalInverse(k) + seed * 0.618034);
      double r = Math.sqrt((k + 0.5) / directions);
      float a = (float) (r * Math.cos(phi));
      float b = (float) (r * Math.sin(phi));
      float n = (float) Math.sqrt(Math.max(0, 1 - r * r));
      for (int c = 0; c < 3; c++) {
        to[c] = m.tangent[c] * a + m.bitangent[c] * b + m.normal[c] * n;
      }
      light.specular(to[0], to[1], to[2], 0.4f, rgb, scratch);
      float weight = 0.2126f * rgb[0] + 0.7152f * rgb[1] + 0.0722f * rgb[2];
      all += weight;
      if (!solid.blocked(o, to, 0, Skin.FLAT, 0.5f, other)) {
        free += weight;
      }
    }
    return free / all;
  }

  /** Share of the light at a place on the shape, 0..1. */
  float at(float[] p) {
    float x = turnCos * p[0] - turnSin * p[2];
    float gx = Math.clamp((x / half * 0.5f + 0.5f) * columns - 0.5f, 0, columns - 1.001f);
    float gy = Math.clamp((p[1] / half * 0.5f + 0.5f) * rows - 0.5f, 0, rows - 1.001f);
    int o = (int) gy * columns + (int) gx;
    float fx = gx - (int) gx;
    float fy = gy - (int) gy;
    float low = share[o] + (share[o + 1] - share[o]) * fx;
    float top = share[o + columns] + (share[o + columns + 1] - share[o + columns]) * fx;
    return low + (top - low) * fy;
  }
}
