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
}
