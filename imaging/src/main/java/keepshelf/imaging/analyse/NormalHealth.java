package keepshelf.imaging.analyse;

import keepshelf.imaging.pixel.Pixels;

/**
 * Whether a picture that is meant as a tangent-space normal map is stored as one: the decoding
 * under which its pixels are unit vectors that point outwards is found.
 *
 * @param state what is wrong, or {@link State#SOUND}
 * @param unit share of pixels whose vector has length one within 8 %, 0..1
 * @param axesSwapped whether red and green seem to have changed places, as when the picture was
 *     turned by a quarter without its vectors
 */
public record NormalHealth(State state, double unit, boolean axesSwapped) {
  /** What is wrong with a normal map. */
  public enum State {
    SOUND,
    /** Nothing but (0.5, 0.5, 1). */
    FLAT,
    /** Stored through the sRGB curve. */
    CURVED,
    /** The sRGB curve was taken off. */
    UNCURVED,
    /** The outward direction is in red. */
    OUT_IN_RED,
    /** The outward direction is in green. */
    OUT_IN_GREEN,
    /** Blue is constant: only red and green hold the vectors. */
    NO_BLUE,
    /** Vectors of the object, not of its surface. */
    OBJECT_SPACE,
    /** Not unit vectors under any decoding that is known. */
    NOT_UNIT
  }

  private static final int LOOKED_AT = 40_000;

  /** Judges {@code p}, which has at least three channels. */
  public static NormalHealth of(Pixels p) {
    return of(p, SlopeField.of(p));
  }

  /** Judges the vectors of {@code spread}, and their axes by the slopes of its middle. */
  static NormalHealth of(Pixels spread, SlopeField middle) {
    Sample s = new Sample(spread);
    if (s.n == 0) {
      return new NormalHealth(State.NOT_UNIT, 0, false);
    }
    State state = s.judge();
    boolean swapped =
        (state == State.SOUND || state == State.NO_BLUE) && HandednessTest.axesSwapped(middle);
    return new NormalHealth(state, s.unitShare(), swapped);
  }

  /** Values 0..1 of the pixels that are looked at. */
  private static final class Sample {
    private final float[][] v = new float[3][];
    private int n;

    Sample(Pixels p) {
      int step = Math.max(1, (int) Math.sqrt((double) p.width() * p.height() / LOOKED_AT));
      int most = (p.width() / step + 1) * (p.height() / step + 1);
      boolean all = masked(p, step) > 0.6;
      for (int c = 0; c < 3; c++) {
        v[c] = new float[most];
      }
      for (int y = 0; y < p.height(); y += step) {
        for (int x = 0; x < p.width(); x += step) {
          float r = p.value(x, y, 0);
          float g = p.value(x, y, 1);
          float b = p.value(x, y, 2);
          if (all || !undefined(r, g, b)) {
            v[0][n] = r;
            v[1][n] = g;
            v[2][n++] = b;
          }
        }
      }
    }

    private static boolean undefined(float r, float g, float b) {
      return Math.max(r, Math.max(g, b)) < 16 / 255f || Math.min(r, Math.min(g, b)) > 250 / 255f;
    }

    private static double masked(Pixels p, int step) {
      int out = 0;
      int all = 0;
      for (int y = 0; y < p.height(); y += step) {
        for (int x = 0; x < p.width(); x += step) {
          out += undefined(p.value(x, y, 0), p.value(x, y, 1), p.value(x, y, 2)) ? 1 : 0;
          all++;
        }
      }
      return (double) out / all;
    }

    State judge() {
      double[] mean = new double[3];
      double[] sd = new double[3];
      for (int c = 0; c < 3; c++) {
        double s = 0;
        double s2 = 0;
        for (int i = 0; i < n; i++) {
          s += v[c][i];
          s2 += (double) v[c][i] * v[c][i];
        }
        mean[c] = s / n;
        sd[c] = Math.sqrt(Math.max(0, s2 / n - mean[c] * mean[c]));
      }
      if (Math.max(sd[0], Math.max(sd[1], sd[2])) < 0.008) {
        boolean plain = near(mean[0], 0.5) && near(mean[1], 0.5) && mean[2] > 0.96;
        boolean curved = near(mean[0], 188 / 255.0) && near(mean[1], 188 / 255.0);
        boolean still = Math.max(sd[0], sd[1]) < 0.003;
        return plain
            ? still ? State.FLAT : State.SOUND
            : curved && mean[2] > 0.96 ? State.CURVED : State.NOT_UNIT;
      }
      if (twoChannels(mean, sd)) {
        return State.NO_BLUE;
      }
      return byDecoding(mean);
    }

    private static boolean near(double a, double b) {
      return Math.abs(a - b) < 0.02;
    }

    private boolean twoChannels(double[] mean, double[] sd) {
      if (sd[2] >= 0.06 || (sd[0] < 0.004 && sd[1] < 0.004)) {
        return false;
      }
      int inside = 0;
      double difference = 0;
      for (int i = 0; i < n; i++) {
        double x = 2 * v[0][i] - 1;
        double y = 2 * v[1][i] - 1;
        double r2 = x * x + y * y;
        inside += r2 <= 1.03 ? 1 : 0;
        difference += Math.abs(2 * v[2][i] - 1 - Math.sqrt(Math.max(0, 1 - r2))) / n;
      }
      boolean level = mean[2] > 0.93 || mean[2] < 0.07 || Math.abs(mean[2] - 0.5) < 0.04;
      return inside >= 0.97 * n
          && Math.abs(mean[0] - 0.5) < 0.15
          && Math.abs(mean[1] - 0.5) < 0.15
          && difference > 0.02
          && sd[2] < 0.008
          && level;
    }

    private State byDecoding(double[] mean) {
      double asIs = score(0, 1, 2, 0);
      State best = State.SOUND;
      double most = asIs + 0.15;
      double curved = mean[0] > 0.62 && mean[1] > 0.62 ? score(0, 1, 2, 1) : -1;
      if (curved > most) {
        most = curved;
        best = State.CURVED;
      }
      double uncurved = mean[0] < 0.36 && mean[1] < 0.36 ? score(0, 1, 2, -1) : -1;
      if (uncurved > most) {
        most = uncurved;
        best = State.UNCURVED;
      }
      double red = score(2, 1, 0, 0);
      if (red > most) {
        most = red;
        best = State.OUT_IN_RED;
      }
      if (score(0, 2, 1, 0) > most) {
        best = State.OUT_IN_GREEN;
      }
      if (best != State.SOUND) {
        return best;
      }
      int inward = 0;
      for (int i = 0; i < n; i++) {
        inward += 2 * v[2][i] - 1 < -0.1 ? 1 : 0;
      }
      if (unitShare() > 0.7 && inward > 0.1 * n) {
        return State.OBJECT_SPACE;
      }
      return asIs < 0.4 ? State.NOT_UNIT : State.SOUND;
    }

    /** Share of unit vectors that point outwards, less a tilt of all of them. */
    private double score(int x, int y, int z, int curve) {
      int unit = 0;
      int out = 0;
      double sx = 0;
      double sy = 0;
      for (int i = 0; i < n; i++) {
        double nx = 2 * decoded(v[x][i], curve) - 1;
        double ny = 2 * decoded(v[y][i], curve) - 1;
        double nz = 2 * decoded(v[z][i], curve) - 1;
        unit += Math.abs(Math.sqrt(nx * nx + ny * ny + nz * nz) - 1) < 0.08 ? 1 : 0;
        out += nz > -0.04 ? 1 : 0;
        sx += nx / n;
        sy += ny / n;
      }
      return (double) unit / n * out / n - Math.max(0, Math.hypot(sx, sy) - 0.25);
    }

    private static double decoded(float v, int curve) {
      return curve == 0
          ? v
          : curve > 0
              ? keepshelf.imaging.colour.Srgb.toLinear(v)
              : keepshelf.imaging.colour.Srgb.fromLinear(v);
    }

    double unitShare() {
      int unit = 0;
      for (int i = 0; i < n; i++) {
        double nx = 2 * v[0][i] - 1;
        double ny = 2 * v[1][i] - 1;
        double nz = 2 * v[2][i] - 1;
        unit += Math.abs(Math.sqrt(nx * nx + ny * ny + nz * nz) - 1) < 0.08 ? 1 : 0;
      }
      return (double) unit / n;
    }
  }
}
