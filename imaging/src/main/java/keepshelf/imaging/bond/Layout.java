package keepshelf.imaging.bond;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * Where the units of one tile lie.
 *
 * @param width of the tile in millimetres
 * @param height of the tile in millimetres
 * @param units with half of the joint around them; together they cover the tile
 */
record Layout(double width, double height, List<Unit> units) {
  Layout {
    units = List.copyOf(units);
  }

  /**
   * The layout of a bond.
   *
   * @throws IllegalArgumentException when it cannot close, with the nearest that can
   */
  static Layout of(BondSpec s) {
    return switch (s.bond()) {
      case RUNNING -> running(s, s.offset());
      case STACK -> running(s, 0);
      case HEADERS_AND_STRETCHERS -> mixed(s);
      case HEADER_COURSES -> headerCourses(s);
      case HERRINGBONE -> herringbone(s);
      case HERRINGBONE_45 -> herringbone45(s);
      case BASKET_WEAVE -> basket(s);
      case FISH_SCALE -> scales(s);
      case HEXAGON -> hexagons(s);
      case RANDOM_COURSES -> RandomCourses.of(s);
      case COBBLES -> Cells.of(s, 6);
      case CRAZY_PAVING -> Cells.of(s, 0);
    };
  }

  private static Layout running(BondSpec s, double offset) {
    double shift = s.rows() * offset;
    if (Math.abs(shift - Math.rint(shift)) > 1e-6) {
      throw new IllegalArgumentException(
          "With an offset of "
              + number(offset)
              + " the courses do not close after "
              + s.rows()
              + " rows; "
              + rowsThatClose(s.rows(), offset));
    }
    List<Unit> out = new ArrayList<>();
    for (int r = 0; r < s.rows(); r++) {
      double first = (r * offset - Math.floor(r * offset)) * s.pitch();
      for (int c = 0; c < s.columns(); c++) {
        out.add(Unit.box(first + c * s.pitch(), r * s.course(), s.pitch(), s.course(), 0));
      }
    }
    return new Layout(s.columns() * s.pitch(), s.rows() * s.course(), out);
  }

  private static String rowsThatClose(int rows, double offset) {
    for (int away = 1; away <= 60; away++) {
      for (int r : new int[] {rows - away, rows + away}) {
        double shift = r * offset;
        if (r > 0 && Math.abs(shift - Math.rint(shift)) < 1e-6) {
          return "they do with " + r + ".";
        }
      }
    }
    double near = Math.max(1, Math.rint(offset * rows)) / rows;
    return "they do with an offset of " + number(near) + ".";
  }

  private static String number(double v) {
    return new java.text.DecimalFormat(
            "0.###", java.text.DecimalFormatSymbols.getInstance(java.util.Locale.ROOT))
        .format(v);
  }

  private static void even(int rows, String what) {
    if (rows % 2 != 0) {
      throw new IllegalArgumentException(
          "This bond closes after an even number of " + what + " only; take " + (rows + 1) + ".");
    }
  }

  /** Cells of stretchers are as long as a unit and its joint, those of headers half of that. */
  private static Layout mixed(BondSpec s) {
    even(s.rows(), "rows");
    double pair = s.pitch() * 1.5;
    List<Unit> out = new ArrayList<>();
    for (int r = 0; r < s.rows(); r++) {
      double first = r % 2 * pair / 2;
      for (int c = 0; c < s.columns(); c++) {
        double x = first + c * pair;
        out.add(Unit.box(x, r * s.course(), s.pitch(), s.course(), 0));
        out.add(Unit.box(x + s.pitch(), r * s.course(), s.pitch() / 2, s.course(), 0));
      }
    }
    return new Layout(s.columns() * pair, s.rows() * s.course(), out);
  }

  private static Layout headerCourses(BondSpec s) {
    even(s.rows(), "rows");
    List<Unit> out = new ArrayList<>();
    for (int r = 0; r < s.rows(); r++) {
      double y = r * s.course();
      int count = r % 2 == 0 ? s.columns() : 2 * s.columns();
      double cell = r % 2 == 0 ? s.pitch() : s.pitch() / 2;
      double first = r % 2 == 0 ? 0 : s.pitch() / 4;
      for (int c = 0; c < count; c++) {
        out.add(Unit.box(first + c * cell, y, cell, s.course(), 0));
      }
    }
    return new Layout(s.columns() * s.pitch(), s.rows() * s.course(), out);
  }

  /** How many units side by side are as wide as one is long. */
  private static int ratio(BondSpec s) {
    double n = s.pitch() / s.course();
    int whole = Math.max(1, (int) Math.rint(n));
    if (Math.abs(n - whole) > 1e-3) {
      throw new IllegalArgumentException(
          "Units of this bond are, with their joint, a whole number of times as long as high;"
              + " a height of "
              + number(s.pitch() / whole - s.joint().width())
              + " mm fits.");
    }
    return whole;
  }

  private static Layout herringbone(BondSpec s) {
    int n = ratio(s);
    double a = s.pitch();
    double b = a / n;
    List<Unit> out = new ArrayList<>();
    for (int i = 0; i < 2 * n * s.rows(); i++) {
      for (int m = 0; m < s.columns(); m++) {
        double x = i * b + m * 2 * a;
        out.add(Unit.box(x, i * b, a, b, 0));
        out.add(Unit.box(x + a, i * b - (a - b), b, a, 90));
      }
    }
    return new Layout(2 * a * s.columns(), 2 * a * s.rows(), out);
  }

  /** Its lattice, turned: one step to the side, and one down that is as long as a unit. */
  private static Layout herringbone45(BondSpec s) {
    int n = ratio(s);
    double a = s.pitch();
    double b = a / n;
    double step = b * Math.sqrt(2);
    double down = a * Math.sqrt(2);
    List<Unit> out = new ArrayList<>();
    for (int r = 0; r < s.rows(); r++) {
      for (int i = 0; i < s.columns(); i++) {
        // Turned by -45 degrees the staircase lies along a row.
        for (Unit u : List.of(Unit.box(0, 0, a, b, 0), Unit.box(a, -(a - b), b, a, 90))) {
          Unit t = u.turned(-45);
          out.add(moved(t, i * step, r * down));
        }
      }
    }
    return new Layout(s.columns() * step, s.rows() * down, out);
  }

  private static Unit moved(Unit u, double dx, double dy) {
    double[] x = u.x().clone();
    double[] y = u.y().clone();
    for (int i = 0; i < x.length; i++) {
      x[i] += dx;
      y[i] += dy;
    }
    return new Unit(x, y, u.turnDegrees(), u.layer());
  }

  private static Layout basket(BondSpec s) {
    int n = ratio(s);
    even(s.columns(), "columns");
    even(s.rows(), "rows");
    double a = s.pitch();
    double b = a / n;
    List<Unit> out = new ArrayList<>();
    for (int r = 0; r < s.rows(); r++) {
      for (int c = 0; c < s.columns(); c++) {
        for (int i = 0; i < n; i++) {
          out.add(
              (r + c) % 2 == 0
                  ? Unit.box(c * a, r * a + i * b, a, b, 0)
                  : Unit.box(c * a + i * b, r * a, b, a, 90));
        }
      }
    }
    return new Layout(s.columns() * a, s.rows() * a, out);
  }

  /** Points of the round end of a scale. */
  private static final int ROUND = 24;

  private static Layout scales(BondSpec s) {
    even(s.rows(), "rows");
    double a = s.pitch();
    double b = s.height();
    double radius = a / 2;
    double straight = b + radius * 0.25;
    List<Unit> out = new ArrayList<>();
    for (int r = 0; r < s.rows(); r++) {
      for (int c = 0; c < s.columns(); c++) {
        double[] x = new double[ROUND + 3];
        double[] y = new double[ROUND + 3];
        double left = c * a + r % 2 * a / 2;
        x[0] = left;
        y[0] = r * b;
        x[1] = left + a;
        y[1] = r * b;
        for (int i = 0; i <= ROUND; i++) {
          double angle = Math.PI * i / ROUND;
          x[i + 2] = left + radius + radius * Math.cos(angle);
          y[i + 2] = r * b + straight + radius * Math.sin(angle);
        }
        out.add(new Unit(x, y, 0, -r));
      }
    }
    return new Layout(s.columns() * a, s.rows() * b, out);
  }

  private static Layout hexagons(BondSpec s) {
    even(s.rows(), "rows");
    double a = s.pitch();
    double side = a / Math.sqrt(3);
    double down = side * 1.5;
    List<Unit> out = new ArrayList<>();
    for (int r = 0; r < s.rows(); r++) {
      for (int c = 0; c < s.columns(); c++) {
        double cx = (c + 0.5 + r % 2 * 0.5) * a;
        double cy = r * down + side;
        out.add(
            new Unit(
                new double[] {cx, cx + a / 2, cx + a / 2, cx, cx - a / 2, cx - a / 2},
                new double[] {
                  cy - side, cy - side / 2, cy + side / 2, cy + side, cy + side / 2, cy - side / 2
                },
                0,
                0));
      }
    }
    return new Layout(s.columns() * a, s.rows() * down, out);
  }

  /** Dice for one purpose. */
  static Random dice(BondSpec s, int purpose) {
    return new Random(s.seed() * 1_000_003 + purpose * 7919L);
  }
}
