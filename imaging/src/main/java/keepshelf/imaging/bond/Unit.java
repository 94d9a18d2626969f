package keepshelf.imaging.bond;

/**
 * One unit with half of the joint around it: a convex polygon in millimetres, clockwise as seen
 * (rows go down), which may lie over the tile's edges.
 *
 * @param x of its corners
 * @param y of its corners
 * @param quarters how its own face lies, in quarters of a turn
 * @param layer units of a higher one lie over those below
 */
record Unit(double[] x, double[] y, double turnDegrees, int layer) {
  static Unit box(double left, double top, double w, double h, double turnDegrees) {
    return new Unit(
        new double[] {left, left + w, left + w, left},
        new double[] {top, top, top + h, top + h},
        turnDegrees,
        0);
  }

  double centreX() {
    return mean(x);
  }

  double centreY() {
    return mean(y);
  }

  private static double mean(double[] v) {
    double sum = 0;
    for (double d : v) {
      sum += d;
    }
    return sum / v.length;
  }

  /** Its area in square millimetres. */
  double area() {
    double sum = 0;
    for (int i = 0, j = x.length - 1; i < x.length; j = i++) {
      sum += x[j] * y[i] - x[i] * y[j];
    }
    return Math.abs(sum) / 2;
  }

  /** The same turned about the origin, angles in degrees. */
  Unit turned(double degrees) {
    double c = Math.cos(Math.toRadians(degrees));
    double s = Math.sin(Math.toRadians(degrees));
    double[] nx = new double[x.length];
    double[] ny = new double[x.length];
    for (int i = 0; i < x.length; i++) {
      nx[i] = c * x[i] - s * y[i];
      ny[i] = s * x[i] + c * y[i];
    }
    return new Unit(nx, ny, turnDegrees + degrees, layer);
  }
}
