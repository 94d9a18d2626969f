package keepshelf.imaging.fingerprint;

import keepshelf.imaging.fingerprint.Alignment.Aligned;

/**
 * Compares two pictures by their fingerprints: aligned by phase correlation over the eight ways to
 * turn and mirror a square, with any wrapped shift (C. D. Kuglin, D. C. Hines, "The phase
 * correlation image alignment method", 1975). A sharp peak says that something lines up, as a layer
 * of noise that two designs share; so what is aligned has to be alike as well. Pictures of one
 * direction only, which have no peak, are compared as they lie.
 */
public final class Matcher {
  private static final int N = Fingerprint.SIDE;
  private static final double SURE = 0.35;
  private static final double LIKELY = 0.20;
  private static final double ALIKE = 0.97;

  /** The likeness without which the sharpest peak proves nothing. */
  private static final double LEAST_LIKENESS = 0.80;

  /**
   * Levels by which a picture that was saved again differs, and the same as a share of contrast.
   */
  private static final double SAVED_AGAIN = 1.5;

  private static final double SAVED_AGAIN_SHARE = 0.09;

  /** Share of the places that have to be alike one by one. */
  private static final double LEAST_PLACES = 0.6;

  /** Coarse peaks below this share of what is likely do not become likely by a closer look. */
  private static final double HOPELESS = 0.6;

  private final Alignment alignment = new Alignment();
  private final CoarseAlignment coarse = new CoarseAlignment();

  /** Compares {@code a} with {@code b}. */
  public Match compare(Fingerprint a, Fingerprint b) {
    return compare(a, b, false);
  }

  /**
   * Compares {@code a} with {@code b}, or with its negative.
   *
   * @param negative whether the second is turned to its negative first, as gloss to roughness
   */
  public Match compare(Fingerprint a, Fingerprint b, boolean negative) {
    byte[] luma = negative ? negative(b.luma()) : b.luma();
    double direct = difference(a.luma(), luma);
    double contrast = Math.min(a.descriptor().deviation(), b.descriptor().deviation());
    boolean asItLies = direct <= Math.max(SAVED_AGAIN, SAVED_AGAIN_SHARE * contrast);
    float[][] together = alignment.together(a.luma(), luma);
    Aligned best = asItLies ? first(together) : aligned(together);
    if (asItLies) {
      best = new Aligned(Math.max(best.sharpness(), SURE), 1, 0, 0, 0);
    }
    boolean same =
        asItLies
            || (best.sharpness() >= SURE && best.likeness() >= LEAST_LIKENESS)
            || (best.sharpness() >= LIKELY && best.likeness() >= ALIKE);
    if (same && !asItLies) {
      int turns = Orientations.turns(best.orientation());
      boolean mirror = Orientations.mirrored(best.orientation());
      same = Places.alike(a.luma(), luma, turns, mirror, best.px(), best.py()) >= LEAST_PLACES;
    }
    return match(a, b, best, same, negative);
  }

  private Aligned first(float[][] together) {
    float[][][] spectra = Alignment.spectra(together);
    return alignment.align(spectra[0], spectra[1], 0, 1, LIKELY / 2)[0];
  }

  /** The best of all orientations; the two that look best on a coarse grid are looked at closer. */
  private Aligned aligned(float[][] together) {
    double[] sharp = coarse.sharpness(together);
    int one = 0;
    for (int o = 1; o < sharp.length; o++) {
      one = sharp[o] > Alignment.TIE * sharp[one] ? o : one;
    }
    if (sharp[one] < LIKELY * HOPELESS) {
      return new Aligned(sharp[one], 0, one, 0, 0);
    }
    float[][][] spectra = Alignment.spectra(together);
    int two = one == 0 ? 1 : 0;
    for (int o = 0; o < sharp.length; o++) {
      two = o != one && sharp[o] > sharp[two] ? o : two;
    }
    Aligned[] closer =
        alignment.align(spectra[0], spectra[1], Math.min(one, two), Math.max(one, two), LIKELY / 2);
    return closer[1].sharpness() > Alignment.TIE * closer[0].sharpness() ? closer[1] : closer[0];
  }

  private static Match match(
      Fingerprint fa, Fingerprint fb, Aligned at, boolean same, boolean negative) {
    Descriptor da = fa.descriptor();
    Descriptor db = fb.descriptor();
    boolean vectors = da.vectors() && db.vectors();
    int turns = Orientations.turns(at.orientation());
    boolean mirror = Orientations.mirrored(at.orientation());
    boolean turnedOver = false;
    double apart = 0;
    double changed = 0;
    if (same) {
      ColourDifference colours =
          ColourDifference.of(fa, fb, turns, mirror, at.px() / (double) N, at.py() / (double) N);
      turnedOver = vectors && colours.greenTurnedOver();
      changed = vectors || negative ? 1 : colours.changed();
      apart = vectors ? colours.vectors(turnedOver) : negative ? 0 : colours.deltaE();
    }
    return new Match(
        same,
        at.sharpness(),
        at.likeness(),
        turns,
        mirror,
        -at.px() / (double) N,
        -at.py() / (double) N,
        apart,
        changed,
        db.width() / (double) db.repeatsX() / (da.width() / (double) da.repeatsX()),
        db.height() / (double) db.repeatsY() / (da.height() / (double) da.repeatsY()),
        db.repeatsX() / (double) da.repeatsX(),
        db.repeatsY() / (double) da.repeatsY(),
        turnedOver,
        negative);
  }

  private static byte[] negative(byte[] luma) {
    byte[] out = new byte[luma.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (byte) (255 - (luma[i] & 0xFF));
    }
    return out;
  }

  /** Root mean square of the difference in levels. */
  private static double difference(byte[] a, byte[] b) {
    double s = 0;
    for (int i = 0; i < a.length; i++) {
      double d = (a[i] & 0xFF) - (b[i] & 0xFF);
      s += d * d;
    }
    return Math.sqrt(s / a.length);
  }
}
