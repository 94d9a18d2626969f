package keepshelf.imaging.analyse;

/** Means, deviations and Pearson's correlation of pairs of numbers, gathered pair by pair. */
public final class Correlation {
  private int n;
  private double sx;
  private double sy;
  private double sxx;
  private double syy;
  private double sxy;

  /** Of no pairs yet. */
  public Correlation() {}

  /** Takes in one more pair. */
  public void add(double x, double y) {
    n++;
    sx += x;
    sy += y;
    sxx += x * x;
    syy += y * y;
    sxy += x * y;
  }

  /** How many pairs there are. */
  public int count() {
    return n;
  }

  /** Mean of the first numbers. */
  public double meanX() {
    return sx / n;
  }

  /** Mean of the second numbers. */
  public double meanY() {
    return sy / n;
  }

  /** Standard deviation of the first numbers. */
  public double deviationX() {
    return deviation(sx, sxx);
  }

  /** Standard deviation of the second numbers. */
  public double deviationY() {
    return deviation(sy, syy);
  }

  private double deviation(double s, double ss) {
    return Math.sqrt(Math.max(0, ss / n - s / n * (s / n)));
  }

  /** -1..1; 0 when one side does not vary. */
  public double value() {
    double vx = n * sxx - sx * sx;
    double vy = n * syy - sy * sy;
    return vx <= 1e-12 || vy <= 1e-12 ? 0 : (n * sxy - sx * sy) / Math.sqrt(vx * vy);
  }
}
