package keepshelf.imaging.analyse;

/** Pearson correlation, gathered pair by pair. */
final class Correlation {
  private double n;
  private double sx;
  private double sy;
  private double sxx;
  private double syy;
  private double sxy;

  void add(double x, double y) {
    n++;
    sx += x;
    sy += y;
    sxx += x * x;
    syy += y * y;
    sxy += x * y;
  }

  /** -1..1; 0 when one side does not vary. */
  double value() {
    double vx = n * sxx - sx * sx;
    double vy = n * syy - sy * sy;
    return vx <= 1e-12 || vy <= 1e-12 ? 0 : (n * sxy - sx * sy) / Math.sqrt(vx * vy);
  }
}
