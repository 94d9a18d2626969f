package keepshelf.imaging.fingerprint;

import java.nio.LongBuffer;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;

/**
 * Where a picture has its structure, in a form that stays when the picture is moved, turned by
 * quarters or mirrored: of three frequencies of which one is the sum of the others, the phase of
 * the third is compared with the sum of theirs (J. W. Tukey's bispectrum; B. M. Sadler and G. B.
 * Giannakis, "Shift- and rotation-invariant object reconstruction using the bispectrum", 1992). Two
 * pictures of one kind have like spectra but other phases, so this tells them apart where their
 * descriptors cannot, and costs a few instructions.
 *
 * <p>Of each of 256 such triples one bit says whether it closes to less than a quarter turn, as a
 * mean over its four orientations weighted by the weakest of its strengths, and one whether that is
 * clear enough to be asked. A negative has all bits of the first kind turned over.
 */
public final class PhaseClosures {
  /** Of a picture that was not asked; one that was asked may have no clear triple all the same. */
  public static final PhaseClosures UNKNOWN = new PhaseClosures(new long[8]);

  /** An agreement that nothing can be said of: a grid of few waves has no such triples. */
  static final float NOTHING_KNOWN = -1;

  /** Length of {@link #put} in longs. */
  static final int LONGS = 8;

  private static final int TRIPLES = 256;
  private static final int WORDS = TRIPLES / Long.SIZE;
  private static final int SMALL = Fingerprint.SMALL;

  /** Finer frequencies do not survive compression and smaller sizes. */
  private static final int REACH = 9;

  /** Of the triples the least clear are not asked. */
  private static final double UNCLEAR = 0.3;

  /** Weaker frequencies, as a share of the mean, hold what quantisation and compression left. */
  private static final double WEAK = 0.02;

  /** With fewer that both ask nothing can be said. */
  private static final int LEAST = 8;

  /** Turned by half a circle a triple closes alike, so four of eight are asked. */
  private static final int[] ORIENTATIONS = {0, 1, 4, 5};

  /** Places of three frequencies for each triple and orientation. */
  private static final int[][] PLACES = places();

  /** Whether they close, then which are clear. */
  private final long[] bits;

  private PhaseClosures(long[] bits) {
    this.bits = bits;
  }

  /**
   * Of a picture's spectrum.
   *
   * @param spectrum real and imaginary parts of 64 x 64 frequencies, row by row, in any scale
   */
  static PhaseClosures of(float[][] spectrum) {
    float[] re = spectrum[0];
    float[] im = spectrum[1];
    double[] closed = new double[TRIPLES];
    double[] clear = new double[TRIPLES];
    double weak = WEAK * strength(re, im);
    for (int t = 0; t < TRIPLES; t++) {
      double sum = 0;
      double weights = 1e-9;
      for (int o = 0; o < ORIENTATIONS.length; o++) {
        int[] at = PLACES[t * ORIENTATIONS.length + o];
        double a = Math.hypot(re[at[0]], im[at[0]]);
        double b = Math.hypot(re[at[1]], im[at[1]]);
        double c = Math.hypot(re[at[2]], im[at[2]]);
        double weight = Math.min(Math.min(a, b), c);
        double real = (double) re[at[0]] * re[at[1]] - (double) im[at[0]] * im[at[1]];
        double turned = (double) re[at[0]] * im[at[1]] + (double) im[at[0]] * re[at[1]];
        double cosine = (real * re[at[2]] + turned * im[at[2]]) / Math.max(1e-12, a * b * c);
        sum += weight * cosine;
        weights += weight;
      }
      closed[t] = sum / weights;
      clear[t] = weights > weak * ORIENTATIONS.length ? Math.abs(closed[t]) : 0;
    }
    double[] sorted = clear.clone();
    Arrays.sort(sorted);
    double least = Math.max(1e-6, sorted[(int) (UNCLEAR * TRIPLES)]);
    long[] bits = new long[LONGS];
    for (int t = 0; t < TRIPLES; t++) {
      long bit = 1L << (t & 63);
      bits[t >> 6] |= closed[t] > 0 ? bit : 0;
      bits[WORDS + (t >> 6)] |= clear[t] >= least ? bit : 0;
    }
    return new PhaseClosures(bits);
  }

  /** Root mean square of the strengths of the frequencies that are asked. */
  private static double strength(float[] re, float[] im) {
    double squares = 0;
    int n = 0;
    for (int v = -REACH; v <= REACH; v++) {
      for (int u = -REACH; u <= REACH; u++) {
        if ((u != 0 || v != 0) && near(u, v)) {
          int i = place(u, v);
          squares += (double) re[i] * re[i] + (double) im[i] * im[i];
          n++;
        }
      }
    }
    return Math.sqrt(squares / n);
  }

  /** What {@link #put} gave. */
  static PhaseClosures of(LongBuffer kept) {
    long[] bits = new long[LONGS];
    kept.get(bits);
    return new PhaseClosures(bits);
  }

  /** Appends {@value #LONGS} longs. */
  void put(LongBuffer out) {
    out.put(bits);
  }

  /** Whether nothing can be said by them. */
  public boolean unknown() {
    return (bits[4] | bits[5] | bits[6] | bits[7]) == 0;
  }

  /** Writes them to {@code out} from {@code at} on. */
  void copyTo(long[] out, int at) {
    System.arraycopy(bits, 0, out, at, LONGS);
  }

  /**
   * How well the structures of two pictures agree, 0..1: of independent ones it is below 0.25 in 99
   * of 100, of a compressed, smaller, moved, turned, mirrored or negative copy mostly above 0.7;
   * {@link #NOTHING_KNOWN} where too little is known of one.
   *
   * @param a of many pictures
   * @param i where those of the one begin
   * @param b of many pictures
   * @param j where those of the other begin
   */
  static float agreement(long[] a, int i, long[] b, int j) {
    int asked = 0;
    int apart = 0;
    for (int k = 0; k < WORDS; k++) {
      long both = a[i + WORDS + k] & b[j + WORDS + k];
      asked += Long.bitCount(both);
      apart += Long.bitCount((a[i + k] ^ b[j + k]) & both);
    }
    return asked < LEAST ? NOTHING_KNOWN : Math.abs(1 - 2f * apart / asked);
  }

  private static int[][] places() {
    Random r = new Random(7);
    int[][] out = new int[TRIPLES * ORIENTATIONS.length][];
    Set<String> chosen = new HashSet<>();
    while (chosen.size() < TRIPLES) {
      int[] t = r.ints(4, -REACH, REACH + 1).toArray();
      boolean slanted = t[0] * t[3] - t[1] * t[2] != 0;
      if (slanted && near(t[0], t[1]) && near(t[2], t[3]) && near(t[0] + t[2], t[1] + t[3])) {
        int at = chosen.size() * ORIENTATIONS.length;
        if (chosen.add(orbit(t))) {
          for (int o = 0; o < ORIENTATIONS.length; o++) {
            int[] a = turned(ORIENTATIONS[o], t[0], t[1]);
            int[] b = turned(ORIENTATIONS[o], t[2], t[3]);
            out[at + o] =
                new int[] {place(a[0], a[1]), place(b[0], b[1]), place(a[0] + b[0], a[1] + b[1])};
          }
        }
      }
    }
    return out;
  }

  private static boolean near(int u, int v) {
    return u * u + v * v <= REACH * REACH;
  }

  private static int place(int u, int v) {
    return Math.floorMod(v, SMALL) * SMALL + Math.floorMod(u, SMALL);
  }

  private static int[] turned(int orientation, int u, int v) {
    int x = u;
    int y = v;
    for (int t = 0; t < (orientation & 3); t++) {
      int old = x;
      x = -y;
      y = old;
    }
    return new int[] {orientation >= 4 ? -x : x, y};
  }

  /** One name for a triple, its orientations and the order of its frequencies. */
  private static String orbit(int[] t) {
    List<String> names = new ArrayList<>();
    for (int o = 0; o < Orientations.COUNT; o++) {
      int[] a = turned(o, t[0], t[1]);
      int[] b = turned(o, t[2], t[3]);
      String[] three = {
        a[0] + " " + a[1], b[0] + " " + b[1], (-a[0] - b[0]) + " " + (-a[1] - b[1])
      };
      Arrays.sort(three);
      names.add(String.join(",", three));
    }
    return Collections.min(names);
  }
}
