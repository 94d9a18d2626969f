package keepshelf.imaging.bond;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;

/** Finds at each place of a tile the unit that lies there, and how far its edge is. */
final class UnitField {
  /** Fields of the grid that units are looked up in, along the longer side. */
  private static final int FIELDS = 96;

  private final BondSpec spec;
  private final Layout layout;
  private final int across;
  private final int down;
  private final Placed[][] grid;
  private final double softness;

  /** A unit as it lies on the tile once, with the edges it really has. */
  private record Placed(int unit, double layer, double[] x, double[] y, double[] nx, double[] ny) {
    /** Millimetres from the nearest edge; below nought outside. */
    double inside(double px, double py, double soft) {
      double least = Double.MAX_VALUE;
      for (int i = 0; i < x.length; i++) {
        least = Math.min(least, (px - x[i]) * nx[i] + (py - y[i]) * ny[i]);
      }
      if (soft <= 0 || least > 4 * soft || least < -4 * soft) {
        return least;
      }
      // Corners are rounded where two edges are about equally near.
      double sum = 0;
      for (int i = 0; i < x.length; i++) {
        sum += Math.exp((least - (px - x[i]) * nx[i] - (py - y[i]) * ny[i]) / soft);
      }
      return least - soft * Math.log(sum);
    }
  }

  UnitField(BondSpec spec, Layout layout) {
    this.spec = spec;
    this.layout = layout;
    softness = spec.variety().worn() + (spec.bond() == Bond.COBBLES ? spec.height() * 0.07 : 0);
    double longer = Math.max(layout.width(), layout.height());
    across = Math.max(1, (int) Math.round(FIELDS * layout.width() / longer));
    down = Math.max(1, (int) Math.round(FIELDS * layout.height() / longer));
    grid = gridded();
  }

  private Placed[][] gridded() {
    List<List<Placed>> lists = new ArrayList<>();
    for (int i = 0; i < across * down; i++) {
      lists.add(new ArrayList<>());
    }
    Random dice = Layout.dice(spec, 3);
    for (int u = 0; u < layout.units().size(); u++) {
      Unit unit = layout.units().get(u);
      double[][] corners = {unit.x(), unit.y()};
      double off = spec.variety().outOfTrue();
      if (off > 0 && spec.bond() != Bond.FISH_SCALE) {
        corners = apart(unit, 5 * off);
        for (double[] c : corners) {
          for (int i = 0; i < c.length; i++) {
            c[i] += (2 * dice.nextDouble() - 1) * off;
          }
        }
      }
      place(u, unit, corners[0], corners[1], lists);
    }
    return lists.stream().map(l -> l.toArray(Placed[]::new)).toArray(Placed[][]::new);
  }

  /** The corners without those that are so near to another that moving them would turn an edge. */
  private static double[][] apart(Unit u, double least) {
    int n = u.x().length;
    double[] x = new double[n];
    double[] y = new double[n];
    int kept = 0;
    for (int i = 0; i < n; i++) {
      int before = kept == 0 ? -1 : kept - 1;
      boolean near = before >= 0 && Math.hypot(u.x()[i] - x[before], u.y()[i] - y[before]) < least;
      boolean nearFirst =
          kept > 0 && i == n - 1 && Math.hypot(u.x()[i] - x[0], u.y()[i] - y[0]) < least;
      if (!near && !nearFirst || kept < 3 && i >= n - 3 + kept) {
        x[kept] = u.x()[i];
        y[kept++] = u.y()[i];
      }
    }
    return new double[][] {Arrays.copyOf(x, kept), Arrays.copyOf(y, kept)};
  }

  /** Puts a unit and those of its repetitions that reach into the tile into the grid. */
  private void place(int u, Unit unit, double[] x, double[] y, List<List<Placed>> lists) {
    double w = layout.width();
    double h = layout.height();
    double left = Arrays.stream(x).min().orElseThrow();
    double right = Arrays.stream(x).max().orElseThrow();
    double top = Arrays.stream(y).min().orElseThrow();
    double bottom = Arrays.stream(y).max().orElseThrow();
    for (int i = (int) Math.floor(-right / w); i * w + left < w; i++) {
      for (int j = (int) Math.floor(-bottom / h); j * h + top < h; j++) {
        if (right + i * w < 0 || bottom + j * h < 0) {
          continue;
        }
        double layer = spec.bond() == Bond.FISH_SCALE ? unit.layer() - (double) j * spec.rows() : 0;
        Placed p = placed(u, layer, x, y, i * w, j * h);
        int x0 = field(left + i * w, w, across);
        int x1 = field(right + i * w, w, across);
        int y1 = field(bottom + j * h, h, down);
        for (int fy = field(top + j * h, h, down); fy <= y1; fy++) {
          for (int fx = x0; fx <= x1; fx++) {
            lists.get(fy * across + fx).add(p);
          }
        }
      }
    }
  }

  private static int field(double at, double whole, int count) {
    return (int) Math.clamp(Math.floor(at / whole * count), 0, count - 1);
  }

  private static Placed placed(int u, double layer, double[] x, double[] y, double dx, double dy) {
    int n = x.length;
    double[] px = new double[n];
    double[] py = new double[n];
    double[] nx = new double[n];
    double[] ny = new double[n];
    for (int i = 0; i < n; i++) {
      int k = (i + 1) % n;
      double ex = x[k] - x[i];
      double ey = y[k] - y[i];
      double l = Math.max(1e-9, Math.hypot(ex, ey));
      px[i] = x[i] + dx;
      py[i] = y[i] + dy;
      nx[i] = -ey / l;
      ny[i] = ex / l;
    }
    return new Placed(u, layer, px, py, nx, ny);
  }

  /** What lies at a place. */
  static final class Found {
    /** Number of the unit; the nearest one where there is a joint. */
    int unit;

    /** Millimetres from its edge; below nought in a joint. */
    double inside;

    /** Left upper corner of the unit where it lies here. */
    double x;

    double y;
  }

  /** Looks up a place of the tile, 0 to its width and height. */
  void find(double px, double py, Found out) {
    double half = spec.joint().width() / 2;
    out.inside = Double.NEGATIVE_INFINITY;
    double layer = Double.NEGATIVE_INFINITY;
    Placed best = null;
    for (Placed p :
        grid[field(py, layout.height(), down) * across + field(px, layout.width(), across)]) {
      double in = p.inside(px, py, softness) - half;
      boolean over = in >= 0 && out.inside >= 0 ? p.layer() > layer : false;
      boolean nearer = in > out.inside && !(out.inside >= 0 && p.layer() < layer);
      if (best == null || over || nearer) {
        best = p;
        out.inside = in;
        layer = p.layer();
      }
    }
    if (best != null) {
      out.unit = best.unit();
      out.x = best.x()[0];
      out.y = best.y()[0];
    }
  }
}
