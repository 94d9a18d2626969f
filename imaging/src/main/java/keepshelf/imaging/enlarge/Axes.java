package keepshelf.imaging.enlarge;

/** The axes along which three values vary independently (C. Jacobi's method, 1846). */
final class Axes {
  private static final int SWEEPS = 20;

  private Axes() {}

  /** Rows of length one, for a symmetric matrix of which the upper half is given. */
  static double[][] of(double[][] upper) {
    double[][] m = new double[3][3];
    double[][] v = new double[3][3];
    for (int i = 0; i < 3; i++) {
      v[i][i] = 1;
      for (int j = i; j < 3; j++) {
        m[i][j] = upper[i][j];
        m[j][i] = upper[i][j];
      }
    }
    for (int s = 0; s < SWEEPS; s++) {
      for (int p = 0; p < 2; p++) {
        for (int q = p + 1; q < 3; q++) {
          turn(m, v, p, q);
        }
      }
    }
    return v;
  }

  private static void turn(double[][] m, double[][] v, int p, int q) {
    if (Math.abs(m[p][q]) < 1e-300) {
      return;
    }
    double theta = (m[q][q] - m[p][p]) / (2 * m[p][q]);
    double t = Math.signum(theta) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
    if (theta == 0) {
      t = 1;
    }
    double c = 1 / Math.sqrt(t * t + 1);
    double s = t * c;
    for (int k = 0; k < 3; k++) {
      double a = m[k][p];
      double b = m[k][q];
      m[k][p] = c * a - s * b;
      m[k][q] = s * a + c * b;
    }
    for (int k = 0; k < 3; k++) {
      double a = m[p][k];
      double b = m[q][k];
      m[p][k] = c * a - s * b;
      m[q][k] = s * a + c * b;
    }
    for (int k = 0; k < 3; k++) {
      double a = v[p][k];
      double b = v[q][k];
      v[p][k] = c * a - s * b;
      v[q][k] = s * a + c * b;
    }
  }
}
