package keepshelf.imaging.analyse;

import java.util.OptionalDouble;

/**
 * How the slopes of a normal map and the rise of the height map beside it agree: sums of products
 * over blocks of pixels. The height range that they imply is what reproduces the shading, not a
 * measured height.
 *
 * @param width of the normal map in pixels
 * @param slopes squares of the slopes
 * @param rises squares of the rises
 * @param across products of both to the right
 * @param down products of both downwards, green taken as it is stored
 */
public record ReliefAgreement(int width, double slopes, double rises, double across, double down) {
  /** Changes when the same pictures would give other sums. */
  public static final int VERSION = 1;

  private static final double LEAST = 0.8;

  /**
   * Tiles between height 0 and 1; empty when slopes and heights do not agree on one scale
   * (correlation under 0.8), as with a gamma-curved height map.
   *
   * @param handedness how the normal map's green channel points; unknown counts as +Y
   */
  public OptionalDouble share(Handedness handedness) {
    double both = across + (handedness == Handedness.DX ? -down : down);
    if (slopes < 1e-9 || rises < 1e-12 || both / Math.sqrt(slopes * rises) < LEAST) {
      return OptionalDouble.empty();
    }
    return OptionalDouble.of(Math.sqrt(slopes / rises) / width);
  }
}
