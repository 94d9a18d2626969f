package keepshelf.imaging.parts;

import java.util.Optional;
import keepshelf.imaging.analyse.Correlation;
import keepshelf.imaging.fingerprint.Fingerprint;

/**
 * Lays one picture over another as was proposed, moves it until it fits best, and judges block by
 * block whether both show the same: a mark that was laid on spoils some blocks, chance spoils most.
 */
public final class PartMatcher {
  /** Blocks have so many compared pixels on a side. */
  private static final int BLOCK = 8;

  /** A block with less contrast, in levels, says nothing but how light it is. */
  private static final double PLAIN = 3;

  /** Levels by which plain blocks of one picture differ. */
  private static final double NEAR = 8;

  /** So many pixels of a view become one to look at it without details. */
  private static final double COARSE = 4;

  /** Nothing is found that is so many times as large. */
  private static final double FARTHEST = 4;

  private static final int LEAST_SAMPLES = 32;

  /** Likeness without details below which no closer look is worth while. */
  private static final double HOPEFUL = 0.35;

  /** Compared pixels at the edge of a part, which what lies beside it has bled into. */
  private static final double EDGE = 2;

  private static final double BLOCK_ALIKE = 0.8;

  /** Blocks with contrast that are needed. */
  private static final int LEAST_BLOCKS = 14;

  /** Share of the blocks that are alike and have contrast. */
  private static final double TELLING = 0.25;

  /**
   * Share of the blocks that are alike: where only a part is shown, and where something is laid on.
   */
  private static final double AGREEING = 0.85;

  private static final double AGREEING_WHOLE = 0.45;
  private static final double ALIKE = 0.93;

  /** Of a pattern that comes back everywhere more is asked. */
  private static final double REPEATING_ALIKE = 0.985;

  private static final double REPEATING = 0.45;
  private static final double ONLY_REPEATING = 0.8;

  /** A part shows so much of each picture. */
  private static final double LEAST_SHARE = 0.12;

  /** Two that only overlap do so by so much. */
  private static final double LEAST_OVERLAP = 0.3;

  private final View a;
  private final double repeats;

  /** Compares others with {@code a}. */
  public PartMatcher(Fingerprint a) {
    this.a = View.of(a);
    repeats = Repetition.of(this.a);
  }

  /** What it has in common with {@code b} where {@code guess} says; empty for nothing. */
  public Optional<Part> part(Fingerprint b, Placement guess) {
    View other = View.of(b);
    boolean far = guess.scale() < 1 / FARTHEST || guess.scale() > FARTHEST;
    return repeats > ONLY_REPEATING || far || !hopeful(other, guess)
        ? Optional.empty()
        : new Pair(other, guess).judged();
  }

  /** Whether both are somewhat alike already when looked at without details. */
  private boolean hopeful(View b, Placement at) {
    double s = at.scale();
    View first = a.smaller(1 / (COARSE * Math.max(1, s)));
    View second = b.smaller(Math.min(1, s) / COARSE);
    double unit = first.width() / (double) a.width();
    Placement small =
        new Placement(s * unit * b.width() / second.width(), at.dx() * unit, at.dy() * unit);
    return correlation(first, second, small, 1, 1) > HOPEFUL;
  }

  /** How alike both are, borders and what is {@code edge} pixels from them left out. */
  private static double correlation(
      View first, View second, Placement p, double edge, double apart) {
    Correlation s = new Correlation();
    View.Rect ia = first.inner();
    View.Rect ib = second.inner();
    double theirs = edge * p.scale();
    for (double y = ib.y0() + edge; y < ib.y1() - edge; y += apart) {
      double v = p.y(y);
      if (v < ia.y0() + theirs || v >= ia.y1() - theirs) {
        continue;
      }
      for (double x = ib.x0() + edge; x < ib.x1() - edge; x += apart) {
        double u = p.x(x);
        if (u >= ia.x0() + theirs && u < ia.x1() - theirs) {
          s.add(first.at(u, v), second.at(x, y));
        }
      }
    }
    return s.count() < LEAST_SAMPLES ? -1 : s.value();
  }

  private final class Pair {
    private final View b;
    private final View softA;
    private final View softB;

    /** Pixels of the second between compared places. */
    private final double step;

    private Placement at;

    Pair(View b, Placement guess) {
      this.b = b;
      this.step = Math.max(1, 1 / guess.scale());
      softA = a.blurred(0.7 * Math.max(1, guess.scale()));
      softB = b.blurred(0.7 * step);
      at = guess;
    }

    Optional<Part> judged() {
      double most = Math.max(repeats, Repetition.of(b));
      if (most > ONLY_REPEATING) {
        return Optional.empty();
      }
      fit();
      View.Rect common = common();
      double x0 = common.x0();
      double y0 = common.y0();
      double x1 = common.x1();
      double y1 = common.y1();
      if (Math.min(x1 - x0, y1 - y0) < 2 * BLOCK * step) {
        return Optional.empty();
      }
      double e = EDGE * step;
      Blocks blocks = new Blocks(x0 + e, y0 + e, x1 - e, y1 - e);
      Part p =
          new Part(
              area(new View.Rect(at.x(x0), at.y(y0), at.x(x1), at.y(y1)), a.inner()),
              area(common, b.inner()),
              at.scale(),
              blocks.agreeing(),
              blocks.likeness(),
              inner(a),
              inner(b));
      boolean contained = p.inFirst().isAll() || p.inSecond().isAll();
      double least = contained ? LEAST_SHARE : LEAST_OVERLAP;
      boolean is =
          blocks.telling >= LEAST_BLOCKS
              && blocks.telling >= TELLING * blocks.good
              && Math.min(p.inFirst().share(), p.inSecond().share()) >= least
              && p.agreeing() >= (p.whole() ? AGREEING_WHOLE : AGREEING)
              && p.likeness() >= (most > REPEATING ? REPEATING_ALIKE : ALIKE);
      return is ? Optional.of(p) : Optional.empty();
    }

    /** What of the second lies over the first, borders left out. */
    private View.Rect common() {
      View.Rect ia = a.inner();
      View.Rect ib = b.inner();
      double s = at.scale();
      return new View.Rect(
          Math.max(ib.x0(), (ia.x0() - at.dx()) / s),
          Math.max(ib.y0(), (ia.y0() - at.dy()) / s),
          Math.min(ib.x1(), (ia.x1() - at.dx()) / s),
          Math.min(ib.y1(), (ia.y1() - at.dy()) / s));
    }

    private static Part.Area inner(View v) {
      return area(v.inner(), new View.Rect(0, 0, v.width(), v.height()));
    }

    private static Part.Area area(View.Rect r, View.Rect of) {
      double left = Math.clamp((r.x0() - of.x0()) / of.width(), 0, 1);
      double top = Math.clamp((r.y0() - of.y0()) / of.height(), 0, 1);
      double right = Math.clamp((r.x1() - of.x0()) / of.width(), 0, 1);
      double low = Math.clamp((r.y1() - of.y0()) / of.height(), 0, 1);
      return new Part.Area(left, top, right - left, low - top);
    }

    /** Moves and scales until both agree most. */
    private void fit() {
      double best = correlation(at);
      double move = 2;
      double grow = 0.03;
      while (move > 0.15) {
        Placement better = null;
        for (Placement p : around(move, grow)) {
          double c = correlation(p);
          if (c > best) {
            best = c;
            better = p;
          }
        }
        if (better == null) {
          move /= 2;
          grow /= 2;
        } else {
          at = better;
        }
      }
    }

    private Placement[] around(double move, double grow) {
      double s = at.scale();
      // Grown about its middle, so that place and scale are found apart from each other.
      double mx = b.width() / 2.0;
      double my = b.height() / 2.0;
      return new Placement[] {
        new Placement(s, at.dx() + move, at.dy()),
        new Placement(s, at.dx() - move, at.dy()),
        new Placement(s, at.dx(), at.dy() + move),
        new Placement(s, at.dx(), at.dy() - move),
        new Placement(s * (1 + grow), at.dx() - s * grow * mx, at.dy() - s * grow * my),
        new Placement(s * (1 - grow), at.dx() + s * grow * mx, at.dy() + s * grow * my)
      };
    }

    private double correlation(Placement p) {
      return PartMatcher.correlation(softA, softB, p, EDGE * step, 2 * step);
    }

    /** The common part in blocks. */
    private final class Blocks {
      private int all;
      private int good;
      private int telling;
      private final Correlation together = new Correlation();

      Blocks(double x0, double y0, double x1, double y1) {
        int across = Math.max(1, (int) ((x1 - x0) / (BLOCK * step)));
        int down = Math.max(1, (int) ((y1 - y0) / (BLOCK * step)));
        Correlation whole = new Correlation();
        for (int i = 0; i < across * down; i++) {
          add(whole, x0 + i % across * BLOCK * step, y0 + i / across * BLOCK * step);
        }
        for (int i = 0; i < across * down; i++) {
          Correlation block = new Correlation();
          double x = x0 + i % across * BLOCK * step;
          double y = y0 + i / across * BLOCK * step;
          add(block, x, y);
          all++;
          boolean plain = block.deviationX() < PLAIN && block.deviationY() < PLAIN;
          boolean alike =
              plain
                  ? Math.abs(block.meanY() - predicted(whole, block.meanX())) < NEAR
                  : block.value() >= BLOCK_ALIKE;
          if (alike) {
            good++;
            telling += plain ? 0 : 1;
            add(together, x, y);
          }
        }
      }

      /** The second level that goes with {@code x} by a straight line of the same spread. */
      private static double predicted(Correlation whole, double x) {
        double spread = whole.deviationX();
        double gain = spread < 1e-6 ? 1 : whole.deviationY() / spread;
        return whole.meanY() + gain * (x - whole.meanX());
      }

      private void add(Correlation to, double x0, double y0) {
        for (int j = 0; j < BLOCK; j++) {
          for (int i = 0; i < BLOCK; i++) {
            double x = x0 + (i + 0.5) * step;
            double y = y0 + (j + 0.5) * step;
            to.add(softA.at(at.x(x), at.y(y)), softB.at(x, y));
          }
        }
      }

      double agreeing() {
        return good / (double) all;
      }

      double likeness() {
        return together.count() == 0 ? 0 : together.value();
      }
    }
  }
}
