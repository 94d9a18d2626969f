package keepshelf.core.duplicates;

import java.io.IOException;
import keepshelf.core.preview.Previews.Picture;
import keepshelf.core.words.Words;
import keepshelf.imaging.fingerprint.Difference;
import keepshelf.imaging.fingerprint.Fingerprint;
import keepshelf.imaging.fingerprint.Match;
import keepshelf.imaging.fingerprint.Matcher;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/**
 * How two pictures differ once they are laid over each other.
 *
 * @param picture the difference, dark where there is none
 * @param sentence the same in words
 */
public record Comparison(Picture picture, String sentence) {
  /** More pixels than that are not compared. */
  private static final int MOST = 1024;

  /** Grey of a pixel that does not differ. */
  private static final float NOTHING = 0.24f;

  /** Small differences are made visible. */
  private static final float GAIN = 4;

  /**
   * Decodes and compares both pictures of {@code pair}. Slow: call it off the interface thread.
   *
   * @throws IOException when one of them cannot be read
   */
  public static Comparison of(DuplicatePair pair) throws IOException {
    Pixels a = ImageDecoder.decode(pair.a().file());
    Pixels b = likeFirst(ImageDecoder.decode(pair.b().file()), pair.relation());
    if (pair.part() != null) {
      a = pair.part().ofFirst(a);
      b = pair.part().ofSecond(b);
    }
    Match m =
        pair.part() != null
            ? Match.AS_IT_LIES
            : new Matcher().compare(Fingerprint.of(a), Fingerprint.of(b));
    int side = Math.min(MOST, Math.min(longer(a), longer(b)));
    Difference d = Difference.of(a, b, m, side);
    int[] argb = new int[side * side];
    for (int i = 0; i < argb.length; i++) {
      int v = Math.round(255 * Math.min(1, NOTHING + GAIN * d.amount()[i]));
      argb[i] = 0xFF000000 | v << 16 | v << 8 | v;
    }
    String alike =
        d.decibels() >= 99
            ? Words.of("comparison.after-lining-up-nothing-differs")
            : Words.of(
                "comparison.after-lining-alike-pixels-differ", d.decibels(), d.share() * 100);
    String how =
        pair.part() != null ? Words.of("comparison.what-both-show") : alignment(m, d, b) + " ";
    return new Comparison(new Picture(side, argb), how + sizes(a, b) + alike);
  }

  /** What was done to the second on purpose is undone, so that only the rest is seen. */
  private static Pixels likeFirst(Pixels b, DuplicatePair.Relation done) {
    int full = b.depth() == Depth.F32 ? 0 : b.fullScale();
    return full == 0
        ? b
        : switch (done) {
          case INVERTED -> b.mapLevels(-1, v -> full - v);
          case GREEN_TURNED_OVER -> b.mapLevels(1, v -> full - v);
          default -> b;
        };
  }

  private static int longer(Pixels p) {
    return Math.max(p.width(), p.height());
  }

  private static String alignment(Match m, Difference d, Pixels b) {
    long x = Math.abs(Math.round(d.shiftX() * b.width()));
    long y = Math.abs(Math.round(d.shiftY() * b.height()));
    // A shift below the size of a compared pixel says nothing.
    boolean shifted =
        Math.abs(d.shiftX()) > 1.5 / d.side() || Math.abs(d.shiftY()) > 1.5 / d.side();
    String shift =
        shifted
            ? Words.of("comparison.shifted-by-px", x, y, b.width())
            : Words.of("comparison.no-shift");
    String turn =
        m.turns() == 0
            ? Words.of("comparison.no-turn")
            : Words.of("comparison.turned-by", 90 * m.turns());
    return shift + ", " + turn + (m.mirrored() ? ", mirrored." : ".");
  }

  private static String sizes(Pixels a, Pixels b) {
    return a.width() == b.width() && a.height() == b.height()
        ? ""
        : Words.of("comparison.beside", a.width(), a.height(), b.width(), b.height());
  }
}
