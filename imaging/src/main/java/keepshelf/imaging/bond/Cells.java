package keepshelf.imaging.bond;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;

/**
 * Cells around points that are nearest to them (G. Voronoi, 1908), on a tile that repeats; moved to
 * the middle of their cells several times they become round and of one size (S. Lloyd, "Least
 * squares quantization in PCM", 1982).
 */
final class Cells {
  private final double width;
  private final double height;
  private final double[] x;
  private final double[] y;

  private Cells(double width, double height, double[] x, double[] y) {
    this.width = width;
    this.height = height;
    this.x = x;
    this.y = y;
  }

  static Layout of(BondSpec s, int evened) {
    Random dice = Layout.dice(s, 2);
    int n = s.columns() * s.rows();
    double[] x = new double[n];
    double[] y = new double[n];
    for (int i = 0; i < n; i++) {
      // One in each field, so that no large hole is left.
      x[i] = (i % s.columns() + dice.nextDouble()) * s.pitch();
      y[i] = (i / s.columns() + dice.nextDouble()) * s.course();
    }
    Cells c = new Cells(s.columns() * s.pitch(), s.rows() * s.course(), x, y);
    for (int t = 0; t < evened; t++) {
      c.even();
    }
    List<Unit> out = new ArrayList<>();
    for (int i = 0; i < n; i++) {
      Unit u = c.cell(i);
      out.add(new Unit(u.x(), u.y(), dice.nextDouble() * 360, 0));
    }
    return new Layout(c.width, c.height, out);
  }

  private void even() {
    double[] nx = new double[x.length];
    double[] ny = new double[x.length];
    for (int i = 0; i < x.length; i++) {
      Unit u = cell(i);
      double area = 0;
      double sx = 0;
      double sy = 0;
      for (int k = 0, j = u.x().length - 1; k < u.x().length; j = k++) {
        double cross = u.x()[j] * u.y()[k] - u.x()[k] * u.y()[j];
        area += cross / 2;
        sx += (u.x()[j] + u.x()[k]) * cross / 6;
        sy += (u.y()[j] + u.y()[k]) * cross / 6;
      }
      nx[i] = sx / area;
      ny[i] = sy / area;
    }
    System.arraycopy(nx, 0, x, 0, x.length);
    System.arraycopy(ny, 0, y, 0, y.length);
  }

  /** A square around a point, cut by the lines half way to all others that are near enough. */
  private Unit cell(int i) {
    double r = Math.max(width, height);
    double[] px = {x[i] - r, x[i] + r, x[i] + r, x[i] - r};
    double[] py = {y[i] - r, y[i] - r, y[i] + r, y[i] + r};
    List<double[]> others = new ArrayList<>();
    for (int j = 0; j < x.length; j++) {
      for (int u = -1; u <= 1; u++) {
        for (int v = -1; v <= 1; v++) {
          if (j != i || u != 0 || v != 0) {
            double dx = x[j] + u * width - x[i];
            double dy = y[j] + v * height - y[i];
            // Its own repetitions further on bound a lone cell.
            others.add(new double[] {dx, dy, dx * dx + dy * dy});
          }
        }
      }
    }
    others.sort((a, b) -> Double.compare(a[2], b[2]));
    for (double[] o : others) {
      if (o[2] > 4 * farthest(px, py, i)) {
        break;
      }
      double[][] cut = cut(px, py, x[i], y[i], o);
      px = cut[0];
      py = cut[1];
    }
    return new Unit(px, py, 0, 0);
  }

  private double farthest(double[] px, double[] py, int i) {
    double most = 0;
    for (int k = 0; k < px.length; k++) {
      double dx = px[k] - x[i];
      double dy = py[k] - y[i];
      most = Math.max(most, dx * dx + dy * dy);
    }
    return most;
  }

  private static double[][] cut(double[] px, double[] py, double cx, double cy, double[] o) {
    double[] nx = new double[px.length + 1];
    double[] ny = new double[px.length + 1];
    int n = 0;
    for (int k = 0, j = px.length - 1; k < px.length; j = k++) {
      double a = (px[j] - cx) * o[0] + (py[j] - cy) * o[1] - o[2] / 2;
      double b = (px[k] - cx) * o[0] + (py[k] - cy) * o[1] - o[2] / 2;
      if (a <= 0 != b <= 0) {
        double t = a / (a - b);
        nx[n] = px[j] + t * (px[k] - px[j]);
        ny[n++] = py[j] + t * (py[k] - py[j]);
      }
      if (b <= 0) {
        nx[n] = px[k];
        ny[n++] = py[k];
      }
    }
    return new double[][] {Arrays.copyOf(nx, n), Arrays.copyOf(ny, n)};
  }
}
