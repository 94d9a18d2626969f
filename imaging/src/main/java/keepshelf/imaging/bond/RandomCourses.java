package keepshelf.imaging.bond;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.jspecify.annotations.Nullable;

/** Courses of several heights with units of any length, whose ends keep away from each other. */
final class RandomCourses {
  private static final double SHORTEST = 0.6;
  private static final double SPREAD = 1.0;

  /** Ends in courses that touch are at least this share of a unit apart, where that can be. */
  private static final double APART = 0.15;

  private static final int TRIES = 60;

  private RandomCourses() {}

  static Layout of(BondSpec s) {
    Random dice = Layout.dice(s, 1);
    double width = s.columns() * s.pitch();
    double height = s.rows() * s.course();
    double[] heights = shares(dice, s.rows(), 0.75, 0.5, height);
    List<Unit> out = new ArrayList<>();
    double top = 0;
    double @Nullable [] above = null;
    double @Nullable [] first = null;
    for (int r = 0; r < heights.length; r++) {
      double[] ends = ends(s, dice, width, above, r == heights.length - 1 ? first : null);
      for (int i = 0; i < ends.length; i++) {
        double to = i == ends.length - 1 ? ends[0] + width : ends[i + 1];
        out.add(Unit.box(ends[i], top, to - ends[i], heights[r], 0));
      }
      top += heights[r];
      above = ends;
      first = first == null ? ends : first;
    }
    return new Layout(width, height, out);
  }

  /** Random parts of a whole, from {@code least} to {@code least + spread} of the mean each. */
  private static double[] shares(
      Random dice, int count, double least, double spread, double whole) {
    double[] out = new double[count];
    double sum = 0;
    for (int i = 0; i < count; i++) {
      out[i] = least + spread * dice.nextDouble();
      sum += out[i];
    }
    for (int i = 0; i < count; i++) {
      out[i] *= whole / sum;
    }
    return out;
  }

  /** Where the units of a course begin: the best of several throws. */
  private static double[] ends(
      BondSpec s, Random dice, double width, double @Nullable [] above, double @Nullable [] below) {
    double[] best = {};
    double most = -1;
    for (int t = 0; t < TRIES && most < APART * s.pitch(); t++) {
      double[] parts = shares(dice, s.columns(), SHORTEST, SPREAD, width);
      double[] ends = new double[parts.length];
      double at = dice.nextDouble() * s.pitch();
      for (int i = 0; i < ends.length; i++) {
        ends[i] = at;
        at += parts[i];
      }
      double apart = Math.min(apart(ends, above, width), apart(ends, below, width));
      if (apart > most) {
        most = apart;
        best = ends;
      }
    }
    return best;
  }

  private static double apart(double[] a, double @Nullable [] b, double width) {
    double least = Double.MAX_VALUE;
    for (double x : a) {
      for (int i = 0; b != null && i < b.length; i++) {
        double d = Math.abs(x - b[i]) % width;
        least = Math.min(least, Math.min(d, width - d));
      }
    }
    return least;
  }
}
