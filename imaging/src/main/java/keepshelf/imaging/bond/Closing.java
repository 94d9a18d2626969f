package keepshelf.imaging.bond;

/** Finds the nearest order that closes, for one that does not. */
public final class Closing {
  /** Rows that are tried to either side before the offset is changed instead. */
  private static final int FAR = 3;

  private Closing() {}

  /** The same when it closes, else with the fewest things changed by the least. */
  public static BondSpec nearest(BondSpec s) {
    return switch (s.bond()) {
      case RUNNING -> running(s);
      case HEADERS_AND_STRETCHERS, HEADER_COURSES, FISH_SCALE, HEXAGON ->
          s.counted(s.columns(), even(s.rows()));
      case HERRINGBONE, HERRINGBONE_45 -> s.sized(s.length(), fitting(s, 2));
      case BASKET_WEAVE ->
          s.sized(s.length(), fitting(s, 2)).counted(even(s.columns()), even(s.rows()));
      default -> s;
    };
  }

  private static int even(int n) {
    return n + n % 2;
  }

  /** A height that is, with its joint, a whole part of the length. */
  private static double fitting(BondSpec s, int least) {
    double whole = Math.max(least, Math.rint(s.pitch() / s.course()));
    while (whole > least && s.pitch() / whole - s.joint().width() < s.joint().width() + 1) {
      whole--;
    }
    return Math.max(1, s.pitch() / whole - s.joint().width());
  }

  private static BondSpec running(BondSpec s) {
    for (int away = 0; away <= FAR; away++) {
      for (int rows : new int[] {s.rows() + away, s.rows() - away}) {
        double shift = rows * s.offset();
        if (rows > 0 && Math.abs(shift - Math.rint(shift)) < 1e-6) {
          return s.counted(s.columns(), rows);
        }
      }
    }
    return s.shifted(Math.rint(s.offset() * s.rows()) / s.rows() % 1);
  }
}
