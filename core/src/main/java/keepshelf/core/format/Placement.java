package keepshelf.core.format;

/**
 * How the pictures of a surface lie on it, all in the same way. A place on the surface, in metres
 * to the right and upwards (one UV unit is one metre), is found in the picture at {@code t = S ·
 * R(-turn) · (p - shift)}, where S divides by the size of a tile; (0, 0) is the lower left corner
 * of the picture and (1, 1) the upper right one.
 *
 * @param tileMetres width of one tile
 * @param tileHeightMetres height of one tile
 * @param turnDegrees turn of the pictures on the surface, counter-clockwise
 * @param right shift of the pictures to the right, in metres
 * @param up shift upwards, in metres
 */
public record Placement(
    double tileMetres, double tileHeightMetres, double turnDegrees, double right, double up) {
  /** One picture a UV unit. */
  public static final Placement WHOLE = of(1, 1);

  private static final double SAME = 1e-9;

  /** Neither turned nor shifted. */
  public static Placement of(double tileMetres, double tileHeightMetres) {
    return new Placement(tileMetres, tileHeightMetres, 0, 0, 0);
  }

  /** Whether it is neither turned nor shifted. */
  public boolean isPlain() {
    return turnDegrees == 0 && right == 0 && up == 0;
  }

  /** Whether formats that scale before they turn can say it: others would slant the picture. */
  public boolean scalesFirst() {
    return Math.abs(tileMetres - tileHeightMetres) < SAME * tileMetres || turnDegrees % 90 == 0;
  }

  /** Where a place on the surface is in the picture; see above. */
  public double[] texture(double u, double v) {
    double c = Math.cos(Math.toRadians(turnDegrees));
    double s = Math.sin(Math.toRadians(turnDegrees));
    double x = u - right;
    double y = v - up;
    return new double[] {(c * x + s * y) / tileMetres, (c * y - s * x) / tileHeightMetres};
  }

  /**
   * The same as {@code t = R(turn) · (scale · p) + shift}, as most formats have it.
   *
   * @param scaleU pictures a UV unit
   * @param scaleV pictures a UV unit
   * @param turnDegrees of the coordinates, counter-clockwise
   * @param shiftU in pictures
   * @param shiftV in pictures
   */
  public record ScaledFirst(
      double scaleU, double scaleV, double turnDegrees, double shiftU, double shiftV) {}

  /**
   * As most formats have it.
   *
   * @throws IllegalStateException unless {@link #scalesFirst()}
   */
  public ScaledFirst scaledFirst() {
    if (!scalesFirst()) {
      throw new IllegalStateException("tiles that are no squares cannot be turned by any angle");
    }
    double[] shift = texture(0, 0);
    boolean across = turnDegrees % 180 != 0 && turnDegrees % 90 == 0;
    return new ScaledFirst(
        1 / (across ? tileHeightMetres : tileMetres),
        1 / (across ? tileMetres : tileHeightMetres),
        turnDegrees == 0 ? 0 : -turnDegrees,
        isPlain() ? 0 : shift[0],
        isPlain() ? 0 : shift[1]);
  }
}
