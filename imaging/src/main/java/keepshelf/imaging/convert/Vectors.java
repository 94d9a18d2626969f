package keepshelf.imaging.convert;

import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.colour.Srgb;

/** Changes of the vectors in a tangent-space normal map, stored as 0..1 for -1..1. */
public final class Vectors {
  private Vectors() {}

  /**
   * Turns vectors about the surface's normal. A picture that is turned on a surface shows its
   * relief the right way round only when its vectors turn along.
   *
   * @param degrees counter-clockwise, as the picture is turned
   * @param greenUp whether green points upwards (+Y)
   */
  public static Adjust.Change turned(double degrees, boolean greenUp) {
    double angle = Math.toRadians(greenUp ? degrees : -degrees);
    float c = (float) Math.cos(angle);
    float s = (float) Math.sin(angle);
    return (samples, channels) -> {
      for (int i = 0; channels >= 3 && i + channels <= samples.length; i += channels) {
        float x = 2 * samples[i] - 1;
        float y = 2 * samples[i + 1] - 1;
        samples[i] = (c * x - s * y) * 0.5f + 0.5f;
        samples[i + 1] = (s * x + c * y) * 0.5f + 0.5f;
      }
    };
  }

  /** Whether {@link #mended} makes unit vectors that point outwards of a map in this state. */
  public static boolean mendable(NormalHealth.State state) {
    return state != NormalHealth.State.OBJECT_SPACE;
  }

  /**
   * Brings a map that is stored in a wrong way to unit vectors that point outwards: a curve is
   * undone, exchanged channels change back, blue is worked out of red and green, and every length
   * becomes one. A sound map comes out the same but for rounding.
   *
   * @throws IllegalArgumentException unless {@link #mendable}
   */
  public static Adjust.Change mended(NormalHealth.State state) {
    if (!mendable(state)) {
      throw new IllegalArgumentException(state.name());
    }
    float[] v = new float[3];
    return (samples, channels) -> {
      for (int i = 0; channels >= 3 && i + channels <= samples.length; i += channels) {
        for (int k = 0; k < 3; k++) {
          v[k] = samples[i + k];
        }
        ordered(v, state);
        for (int k = 0; k < 3; k++) {
          v[k] = 2 * v[k] - 1;
        }
        unit(v, state == NormalHealth.State.NO_BLUE);
        for (int k = 0; k < 3; k++) {
          samples[i + k] = v[k] * 0.5f + 0.5f;
        }
      }
    };
  }

  /** Undoes how it was stored. */
  private static void ordered(float[] v, NormalHealth.State state) {
    switch (state) {
      case CURVED -> {
        for (int k = 0; k < 3; k++) {
          v[k] = Srgb.toLinear(v[k]);
        }
      }
      case UNCURVED -> {
        for (int k = 0; k < 3; k++) {
          v[k] = Srgb.fromLinear(v[k]);
        }
      }
      case OUT_IN_RED -> swap(v, 0);
      case OUT_IN_GREEN -> swap(v, 1);
      default -> {}
    }
  }

  private static void swap(float[] v, int with) {
    float t = v[2];
    v[2] = v[with];
    v[with] = t;
  }

  private static void unit(float[] v, boolean noBlue) {
    float across = v[0] * v[0] + v[1] * v[1];
    if (noBlue) {
      v[2] = (float) Math.sqrt(Math.max(0, 1 - across));
    }
    // What points into the surface is a fault of the map; it lies flat at most.
    v[2] = Math.max(v[2], 1e-4f);
    float length = (float) Math.sqrt(across + v[2] * v[2]);
    for (int k = 0; k < 3; k++) {
      v[k] /= length;
    }
  }
}
