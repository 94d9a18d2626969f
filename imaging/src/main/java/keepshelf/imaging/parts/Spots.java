package keepshelf.imaging.parts;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import keepshelf.imaging.fingerprint.Fingerprint;

/**
 * Finds the spots of a picture: extremes of differences of Gaussians over half octaves (D. G. Lowe,
 * "Distinctive image features from scale-invariant keypoints", 2004), each described by comparisons
 * of pairs of places around it (M. Calonder and others, "BRIEF: binary robust independent
 * elementary features", 2010). They bear other brightness and contrast, no turns.
 */
final class Spots {
  /** Pixels of the smaller picture around a spot that describe it. */
  private static final int REACH = 9;

  /** At most so many of each half octave. */
  private static final int[] MOST = {80, 48, 28, 16, 8};

  /** Spots of one half octave are so many pixels apart. */
  private static final int APART = 3;

  /**
   * A picture has so many fields in each direction, and no field all the spots: marks are bright.
   */
  private static final int FIELDS = 4;

  /** Share of the spots that one field may have. */
  private static final int CROWDED = 10;

  /** A spot stands out by so many levels. */
  private static final float LEAST = 1.2f;

  private static final double FINE = 1.0;
  private static final double COARSE = 1.6;

  /** x1 y1 x2 y2 of each comparison. */
  private static final int[][] PAIRS = pairs();

  private Spots() {}

  private static int[][] pairs() {
    Random r = new Random(20_260_401);
    int[][] out = new int[128][4];
    for (int[] p : out) {
      do {
        for (int k = 0; k < 4; k++) {
          p[k] = (int) Math.round(Math.clamp(r.nextGaussian() * 4, -REACH + 1, REACH - 1));
        }
      } while (Math.hypot(p[0] - p[2], p[1] - p[3]) < 4);
    }
    return out;
  }

  static List<Spot> of(Fingerprint f) {
    return of(View.of(f));
  }

  static List<Spot> of(View v) {
    List<Spot> out = new ArrayList<>();
    View small = v;
    for (int octave = 0; octave < MOST.length; octave++) {
      small = octave == 0 ? v : small.smaller(Math.sqrt(0.5));
      if (Math.min(small.width(), small.height()) > 2 * REACH) {
        out.addAll(of(v, small, octave));
      }
    }
    return out;
  }

  private record Extreme(int x, int y, float strength) {}

  private static List<Spot> of(View whole, View small, int octave) {
    View fine = small.blurred(FINE);
    View coarse = small.blurred(COARSE);
    int w = small.width();
    int h = small.height();
    float[] d = new float[w * h];
    for (int i = 0; i < d.length; i++) {
      d[i] = fine.luma()[i] - coarse.luma()[i];
    }
    List<Extreme> found = new ArrayList<>();
    View.Rect inner = small.inner();
    int bottom = (int) Math.min(h, inner.y1()) - REACH;
    int right = (int) Math.min(w, inner.x1()) - REACH;
    for (int y = (int) Math.ceil(inner.y0()) + REACH; y < bottom; y++) {
      for (int x = (int) Math.ceil(inner.x0()) + REACH; x < right; x++) {
        float v = d[y * w + x];
        if (Math.abs(v) > LEAST && extreme(d, w, x, y)) {
          found.add(new Extreme(x, y, Math.abs(v)));
        }
      }
    }
    found.sort(Comparator.comparingDouble(e -> -e.strength));
    List<Spot> out = new ArrayList<>();
    boolean[] near = new boolean[w * h];
    int[] room = new int[FIELDS * FIELDS];
    Arrays.fill(room, Math.ceilDiv(MOST[octave], CROWDED));
    for (Extreme e : found) {
      int field = e.y * FIELDS / h * FIELDS + e.x * FIELDS / w;
      if (out.size() < MOST[octave] && room[field] > 0 && !near[e.y * w + e.x]) {
        room[field]--;
        taken(near, w, h, e);
        out.add(described(fine, e, octave, whole.width() / (double) w));
      }
    }
    return out;
  }

  /** No other spot is taken right beside one. */
  private static void taken(boolean[] near, int w, int h, Extreme e) {
    for (int y = Math.max(0, e.y - APART + 1); y < Math.min(h, e.y + APART); y++) {
      Arrays.fill(
          near, y * w + Math.max(0, e.x - APART + 1), y * w + Math.min(w, e.x + APART), true);
    }
  }

  private static boolean extreme(float[] d, int w, int x, int y) {
    float v = d[y * w + x];
    for (int dy = -1; dy <= 1; dy++) {
      for (int dx = -1; dx <= 1; dx++) {
        float o = d[(y + dy) * w + x + dx];
        if (v > 0 ? o > v : o < v) {
          return false;
        }
      }
    }
    return true;
  }

  private static Spot described(View fine, Extreme e, int octave, double scale) {
    long[] code = new long[2];
    int w = fine.width();
    int at = e.y * w + e.x;
    for (int k = 0; k < PAIRS.length; k++) {
      int[] p = PAIRS[k];
      if (fine.luma()[at + p[1] * w + p[0]] > fine.luma()[at + p[3] * w + p[2]]) {
        code[k >> 6] |= 1L << (k & 63);
      }
    }
    float x = (float) ((e.x + 0.5) * scale);
    float y = (float) ((e.y + 0.5) * scale);
    return new Spot(x, y, octave, code[0], code[1]);
  }
}
