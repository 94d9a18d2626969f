package keepshelf.imaging.light;

/** Numbers 0..1 that lie evenly however many are taken (van der Corput, Halton). */
public final class Sequences {
  private Sequences() {}

  /** The i-th number in base two, from 0: 0, 1/2, 1/4, 3/4, … */
  public static float halves(int i) {
    return (Integer.reverse(i) >>> 8) * (1f / (1 << 24));
  }

  /** The i-th number in a base, from 0, without the 0 itself: in base three 1/3, 2/3, 1/9, … */
  public static float radical(int i, int base) {
    float out = 0;
    float share = 1f / base;
    for (int n = i + 1; n > 0; n /= base) {
      out += n % base * share;
      share /= base;
    }
    return out;
  }
}
