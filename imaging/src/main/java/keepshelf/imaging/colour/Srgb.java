package keepshelf.imaging.colour;

/** The sRGB transfer curve (IEC 61966-2-1), both ways. Values outside 0..1 are extended by sign. */
public final class Srgb {
  private static final int STEPS = 65535;
  private static final float FOOT = 0.0031308f;
  private static final float[] LINEAR = new float[STEPS + 1];
  private static final float[] ENCODED = new float[STEPS + 2];
  private static final float[] FROM_BYTE = new float[256];
  private static final byte[] TO_BYTE = new byte[4097];

  static {
    for (int i = 0; i <= STEPS; i++) {
      LINEAR[i] = toLinear(i / (float) STEPS);
      ENCODED[i] = fromLinear(i / (float) STEPS);
    }
    ENCODED[STEPS + 1] = 1;
    for (int i = 0; i < 256; i++) {
      FROM_BYTE[i] = toLinear(i / 255f);
    }
    for (int i = 0; i <= 4096; i++) {
      TO_BYTE[i] = (byte) Math.round(fromLinear(i / 4096f) * 255);
    }
  }

  private Srgb() {}

  /** Linear light of the encoded value {@code v} (0..1). */
  public static float toLinear(float v) {
    return v <= 0.04045f ? v / 12.92f : (float) Math.pow((v + 0.055) / 1.055, 2.4);
  }

  /** Encoded value (0..1) of linear light {@code v}. */
  public static float fromLinear(float v) {
    return v <= 0.0031308f ? v * 12.92f : (float) (1.055 * Math.pow(v, 1 / 2.4) - 0.055);
  }

  /** As {@link #toLinear} by a table: exact for samples of 8 and 16 bits, 0..1. */
  public static float linear(float v) {
    return LINEAR[Math.clamp(Math.round(v * STEPS), 0, STEPS)];
  }

  /** As {@link #fromLinear} by a table for 0..1, clamped: within a fiftieth of a 16-bit level. */
  public static float encoded(float v) {
    if (!(v > FOOT)) {
      return Math.max(0, v * 12.92f);
    }
    if (v >= 1) {
      return 1;
    }
    float at = v * STEPS;
    int i = (int) at;
    return ENCODED[i] + (ENCODED[i + 1] - ENCODED[i]) * (at - i);
  }

  /** Linear light of an encoded byte 0..255. */
  public static float byteToLinear(int level) {
    return FROM_BYTE[level];
  }

  /** Encoded byte 0..255 of linear light, clamped; exact to one level above linear 0.002. */
  public static int linearToByte(float v) {
    if (!(v > 0)) {
      return 0;
    }
    if (v >= 1) {
      return 255;
    }
    // The table is too coarse in the steep foot of the curve.
    return v < 0.02f ? Math.round(fromLinear(v) * 255) : TO_BYTE[(int) (v * 4096 + 0.5f)] & 0xFF;
  }
}
