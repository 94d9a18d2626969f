package keepshelf.core.format;

/** A light of a {@link Scene}. Directions are right-handed with y up. */
public sealed interface Light {
  /**
   * A panorama all around, in the latitude-longitude layout, its middle ahead (-z).
   *
   * @param file relative to the document, with forward slashes
   * @param turnDegrees about the vertical, counter-clockwise from above
   * @param brightness factor on the picture's light
   */
  record Dome(String file, double turnDegrees, double brightness) implements Light {}

  /**
   * Parallel light.
   *
   * @param azimuthDegrees where it stands, to the right of ahead (-z)
   * @param elevationDegrees above the horizon
   * @param red share of its strongest channel, 0..1
   * @param green as red
   * @param blue as red
   * @param lux illuminance on a surface that faces it, on the panorama's own scale
   */
  record Sun(
      double azimuthDegrees,
      double elevationDegrees,
      double red,
      double green,
      double blue,
      double lux)
      implements Light {}

  /**
   * A white square panel that shines to one side.
   *
   * @param x its middle, in metres
   * @param y as x
   * @param z as x
   * @param side length of its sides in metres
   * @param strength radiance
   */
  record Panel(double x, double y, double z, double side, double strength) implements Light {
    /** What it looks at: a little above the ground at the origin. */
    public double[] target() {
      return new double[] {0, 0.25, 0};
    }

    /** Its middle. */
    public double[] at() {
      return new double[] {x, y, z};
    }
  }
}
