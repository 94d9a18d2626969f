package keepshelf.imaging.derive;

import keepshelf.imaging.pixel.Pixels;

/** Planes of floats brought to what a file can hold. */
public final class Ranges {
  private Ranges() {}

  /** The plane with its least value at 0 and its greatest at 1; one half when all are the same. */
  public static float[] filled(float[] plane) {
    float least = least(plane);
    float range = range(plane);
    float[] out = new float[plane.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = range == 0 ? 0.5f : (plane[i] - least) / range;
    }
    return out;
  }

  /** Difference between the greatest and the least value. */
  public static float range(float[] plane) {
    float most = Float.NEGATIVE_INFINITY;
    for (float v : plane) {
      most = Math.max(most, v);
    }
    return most - least(plane);
  }

  private static float least(float[] plane) {
    float least = Float.POSITIVE_INFINITY;
    for (float v : plane) {
      least = Math.min(least, v);
    }
    return least;
  }

  /** A grey picture of 16 bits of values 0..1. */
  public static Pixels deep(float[] plane, int w, int h) {
    short[] out = new short[plane.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (short) Math.round(Math.clamp(plane[i], 0f, 1f) * 65535);
    }
    return Pixels.u16(w, h, 1, out);
  }

  /** A grey picture of 8 bits of values 0..1. */
  public static Pixels grey(float[] plane, int w, int h) {
    byte[] out = new byte[plane.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) Math.round(Math.clamp(plane[i], 0f, 1f) * 255);
    }
    return Pixels.u8(w, h, 1, out);
  }
}
