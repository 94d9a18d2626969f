package keepshelf.imaging.light;

/** A step without a corner: 0 before it, 1 behind it, level at both ends (cubic Hermite). */
public final class SmoothStep {
  private SmoothStep() {}

  /** The step from {@code from} to {@code to}, in either order, at {@code v}; 0..1. */
  public static float at(float from, float to, float v) {
    float t = Math.clamp((v - from) / (to - from), 0f, 1f);
    return t * t * (3 - 2 * t);
  }
}
