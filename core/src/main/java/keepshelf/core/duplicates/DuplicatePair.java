package keepshelf.core.duplicates;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;
import keepshelf.imaging.fingerprint.Match;
import keepshelf.imaging.parts.Part;
import org.jspecify.annotations.Nullable;

/**
 * Two pictures that are the same, or of which one is derived from the other.
 *
 * @param a the first
 * @param b the second
 * @param relation what was done to the second
 * @param confidence 0..1
 * @param reason why, in a plain sentence
 * @param match how they go together, or null when all pixels are the same or one is a part
 * @param part what they have in common when one shows a part of the other; else null
 */
public record DuplicatePair(
    Picture a,
    Picture b,
    Relation relation,
    double confidence,
    String reason,
    @Nullable Match match,
    @Nullable Part part) {
  /** A pair of which the files or all pixels are the same. */
  public DuplicatePair(Picture a, Picture b, Relation relation, double confidence, String reason) {
    this(a, b, relation, confidence, reason, null, null);
  }

  /** The same of two others that hold the very same files. */
  DuplicatePair between(Picture newA, Picture newB) {
    return new DuplicatePair(newA, newB, relation, confidence, reason, match, part);
  }

  /** Whether both pictures lie over each other in the same way as those of {@code o}. */
  boolean alignedLike(DuplicatePair o) {
    return match == null || o.match == null
        ? asItLies() && o.asItLies()
        : match.alignedLike(o.match);
  }

  private boolean asItLies() {
    return part == null
        && (match == null
            || (match.turns() == 0 && !match.mirrored() && !match.shifted() && !match.tiled()));
  }

  /** What was done to one of two pictures; the strongest change when several were. */
  public enum Relation {
    IDENTICAL("identical"),
    RE_ENCODED("re-encoded"),
    RESIZED("resized"),
    RECOLOURED("recoloured"),
    SHIFTED("shifted"),
    ROTATED("rotated"),
    MIRRORED("mirrored"),
    /** A normal map and the same with green turned over. */
    GREEN_TURNED_OVER("green-turned-over"),
    /** A map and its negative, as gloss and roughness are. */
    INVERTED("inverted"),
    /** One is a tile that was laid several times in the other. */
    TILED("cropped"),
    /** One shows a part of the other, or both a part of a third. */
    CROPPED("cropped"),
    /** Something was laid on one of both, as a mark or writing. */
    MARKED("marked");

    private final String id;

    Relation(String id) {
      this.id = id;
    }

    /** Whether one can stand in for the other as it is. */
    public boolean samePicture() {
      return switch (this) {
        case IDENTICAL, RE_ENCODED, RESIZED, SHIFTED, ROTATED, MIRRORED, TILED -> true;
        case RECOLOURED, GREEN_TURNED_OVER, INVERTED, CROPPED, MARKED -> false;
      };
    }

    /** What its words are kept under: two of them share an identifier. */
    public String key() {
      return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** Stable identifier. */
    @JsonValue
    public String id() {
      return id;
    }
  }
}
