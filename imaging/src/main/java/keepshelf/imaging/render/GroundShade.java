package keepshelf.imaging.render;

import java.util.stream.IntStream;
import keepshelf.imaging.light.PrefilteredLight;
import keepshelf.imaging.light.Sequences;
import keepshelf.imaging.light.SmoothStep;
import keepshelf.imaging.solid.Meeting;
import keepshelf.imaging.solid.Skin;
import keepshelf.imaging.solid.Solid;

/**
 * How much of the light gets to the floor around an object: on a grid of places, for directions
 * that are spread as a matt floor sees them. Which are hidden is found once for a shape; turning
 * the light only adds them up anew.
 */
final class GroundShade {
  /** The grid reaches so many halves of the object to each side. */
  private static final float REACH = 3.2f;

  private static final double GOLDEN = 0.6180339887;

  private static final float LIFT = 2e-3f;

  private final int side;
  private final float half;
  private final float[] share;

  /**
   * Finds the shade of {@code solid}.
   *
   * @param side of the grid
   * @param directions that are looked at from each place
   */
  GroundShade(Solid solid, Skin skin, PrefilteredLight light, int side, int directions) {
    this.side = side;
    this.half = solid.half();
    this.share = new float[side * side];
    float[] raw = new float[side * side];
    IntStream.range(0, side)
        .parallel()
        .forEach(j -> {
          Meeting m = new Meeting();
          float[] o = new float[3];
          float[] to = new float[3];
          float[] rgb = new float[3];
          float[] scratch = new float[3];
          for (int i = 0; i < side; i++) {
            o[0] = at(i);
            o[1] = -half * (1 - LIFT);
            o[2] = at(j);
            float seen = 0;
            float all = 0;
            for (int k = 0; k < directions; k++) {
              // Spread by the cosine (Malley's method), turned from place to place.
              double phi = 2 * Math.PI * (Sequences.halves(k) + (i * 7 + j * 13) * GOLDEN);
              double r = Math.sqrt((k + 0.5) / directions);
              to[0] = (float) (r * Math.cos(phi));
              to[1] = (float) Math.sqrt(Math.max(0, 1 - r * r));
              to[2] = (float) (r * Math.sin(phi));
              light.specular(to[0], to[1], to[2], 0.4f, rgb, scratch);
              float weight = 0.2126f * rgb[0] + 0.7152f * rgb[1] + 0.0722f * rgb[2];
              all += weight;
              if (!solid.blocked(o, to, 0, skin, 0.5f, m)) {
                seen += weight;
              }
            }
            raw[j * side + i] = seen / all;
          }
        });
    soften(raw);
  }

  /** What the turned directions leave of grain is taken out over three places. */
  private void soften(float[] raw) {
    for (int j = 0; j < side; j++) {
      for (int i = 0; i < side; i++) {
        float sum = 0;
        float weights = 0;
        for (int y = Math.max(0, j - 1); y <= Math.min(side - 1, j + 1); y++) {
          for (int x = Math.max(0, i - 1); x <= Math.min(side - 1, i + 1); x++) {
            float weight = (x == i ? 2 : 1) * (y == j ? 2 : 1);
            sum += raw[y * side + x] * weight;
            weights += weight;
          }
        }
        share[j * side + i] = sum / weights;
      }
    }
  }

  private float at(int i) {
    return ((i + 0.5f) / side * 2 - 1) * REACH * half;
  }

  /** Share of the light at a place on the floor, 0..1. */
  float at(float x, float z) {
    float gx = (x / (REACH * half) * 0.5f + 0.5f) * side - 0.5f;
    float gz = (z / (REACH * half) * 0.5f + 0.5f) * side - 0.5f;
    if (gx < 0 || gz < 0 || gx >= side - 1 || gz >= side - 1) {
      return 1;
    }
    int ix = (int) gx;
    int iz = (int) gz;
    float fx = gx - ix;
    float fz = gz - iz;
    int o = iz * side + ix;
    float top = share[o] * (1 - fx) + share[o + 1] * fx;
    float low = share[o + side] * (1 - fx) + share[o + side + 1] * fx;
    // Towards the edge of the grid it fades out.
    float edge = Math.max(Math.abs(x), Math.abs(z)) / (REACH * half);
    float v = top + (low - top) * fz;
    return v + (1 - v) * SmoothStep.at(0.75f, 0.98f, edge);
  }
}
