package keepshelf.imaging.bond;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/**
 * A whole unit of a material that one which is laid becomes.
 *
 * @param x where the middle of the laid one is in the material, millimetres from the left
 * @param y from the top
 * @param quarter whether it lies across: a quarter of a turn further
 * @param along how much of the material a millimetre along the box is; below 1 it is stretched
 * @param across the same across it
 */
record WholeCut(double x, double y, boolean quarter, double along, double across) {
  /** Units that are stretched so much more than the best are as good. */
  private static final double AS_GOOD = 1.1;

  /** One of those that are stretched least, as the dice fall. */
  static WholeCut of(Unit u, double joint, Stuff stuff, Random dice) {
    double[] size = size(u, joint);
    List<Stuff.Cut> all = stuff.whole();
    double[] stretched = new double[all.size() * 2];
    double least = Double.MAX_VALUE;
    for (int i = 0; i < stretched.length; i++) {
      stretched[i] = stretch(all.get(i / 2), i % 2 == 1, size);
      least = Math.min(least, stretched[i]);
    }
    List<Integer> good = new ArrayList<>();
    for (int i = 0; i < stretched.length; i++) {
      if (stretched[i] <= least * AS_GOOD) {
        good.add(i);
      }
    }
    int i = good.get(dice.nextInt(good.size()));
    Stuff.Cut c = all.get(i / 2);
    boolean quarter = i % 2 == 1;
    // Along the material the laid unit is as wide as it is high when it lies across.
    double w = quarter ? size[1] : size[0];
    double h = quarter ? size[0] : size[1];
    double along = Math.min(1, c.width() / w);
    double across = Math.min(1, c.height() / h);
    double slackX = Math.max(0, c.width() - w);
    double slackY = Math.max(0, c.height() - h);
    return new WholeCut(
        c.x() + c.width() / 2 + slackX * (dice.nextDouble() - 0.5),
        c.y() + c.height() / 2 + slackY * (dice.nextDouble() - 0.5),
        quarter,
        along,
        across);
  }

  /** How much a unit has to be stretched to fill another, in the worse direction; 1 for not. */
  private static double stretch(Stuff.Cut c, boolean quarter, double[] size) {
    double w = quarter ? size[1] : size[0];
    double h = quarter ? size[0] : size[1];
    return Math.max(1, Math.max(w / c.width(), h / c.height()));
  }

  /** Length and height of a unit's face as it lies for itself, without its joint. */
  private static double[] size(Unit u, double joint) {
    Unit own = u.turned(-u.turnDegrees());
    double[] out = new double[2];
    double[][] at = {own.x(), own.y()};
    for (int c = 0; c < 2; c++) {
      double least = Double.MAX_VALUE;
      double most = -Double.MAX_VALUE;
      for (double v : at[c]) {
        least = Math.min(least, v);
        most = Math.max(most, v);
      }
      out[c] = Math.max(1, most - least - joint);
    }
    return out;
  }

  /** How much the units of a layout are stretched at the most; 1 for not at all. */
  static double worst(Layout layout, double joint, Stuff stuff) {
    double worst = 1;
    for (Unit u : layout.units()) {
      double[] size = size(u, joint);
      double least = Double.MAX_VALUE;
      for (Stuff.Cut c : stuff.whole()) {
        least = Math.min(least, Math.min(stretch(c, false, size), stretch(c, true, size)));
      }
      worst = Math.max(worst, least);
    }
    return worst;
  }
}
