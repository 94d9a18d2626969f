package keepshelf.imaging.bond;

/**
 * How units differ from each other.
 *
 * @param worn millimetres that edges are rounded and eaten away by
 * @param outOfTrue millimetres that corners lie off their places, at most
 * @param hueDegrees most change of hue to either side
 * @param brightness most change of brightness to either side, as a share
 * @param tiltDegrees most slope of a face
 * @param turned whether units are turned and mirrored
 */
public record Variety(
    double worn,
    double outOfTrue,
    double hueDegrees,
    double brightness,
    double tiltDegrees,
    boolean turned) {
  /** All alike, with sharp edges. */
  public static final Variety NONE = new Variety(0, 0, 0, 0, 0, false);

  /** The same, worn by that many millimetres. */
  public Variety withWorn(double other) {
    return new Variety(other, outOfTrue, hueDegrees, brightness, tiltDegrees, turned);
  }

  /** The same, out of true by at most that many millimetres. */
  public Variety withOutOfTrue(double other) {
    return new Variety(worn, other, hueDegrees, brightness, tiltDegrees, turned);
  }

  /** The same, with another change of hue in degrees. */
  public Variety withHue(double other) {
    return new Variety(worn, outOfTrue, other, brightness, tiltDegrees, turned);
  }

  /** The same, with another change of brightness, a share. */
  public Variety withBrightness(double other) {
    return new Variety(worn, outOfTrue, hueDegrees, other, tiltDegrees, turned);
  }

  /** The same, with another slope of faces in degrees. */
  public Variety withTilt(double other) {
    return new Variety(worn, outOfTrue, hueDegrees, brightness, other, turned);
  }

  /** The same, turned and mirrored, or not. */
  public Variety withTurned(boolean other) {
    return new Variety(worn, outOfTrue, hueDegrees, brightness, tiltDegrees, other);
  }
}
