package keepshelf.core.duplicates;

import com.fasterxml.jackson.annotation.JsonValue;
import keepshelf.imaging.fingerprint.Match;

/**
 * Two pictures that are the same, or of which one is derived from the other.
 *
 * @param a the first
 * @param b the second
 * @param relation what was done to the second
 * @param confidence 0..1
 * @param reason why, in a plain sentence
 * @param match how they go together, or null when all pixels are the same
 */
public record DuplicatePair(
    Picture a, Picture b, Relation relation, double confidence, String reason, Match match) {
  /** A pair of which the files or all pixels are the same. */
  public DuplicatePair(Picture a, Picture b, Relation relation, double confidence, String reason) {
    this(a, b, relation, confidence, reason, null);
  }

  /** Whether both pictures lie over each other in the same way as those of {@code o}. */
  boolean alignedLike(DuplicatePair o) {
    return match == null || o.match == null
        ? asItLies() && o.asItLies()
        : match.alignedLike(o.match);
  }

  private boolean asItLies() {
    return match == null
        || (match.turns() == 0 && !match.mirrored() && !match.shifted() && match.tiling() == 1);
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
    /** One is a part of the other, as a tile that was laid several times. */
    CROPPED("cropped");

    private final String id;

    Relation(String id) {
      this.id = id;
    }

    /** Whether one can stand in for the other as it is. */
    public boolean samePicture() {
      return this != RECOLOURED && this != GREEN_TURNED_OVER && this != INVERTED;
    }

    /** Stable identifier. */
    @JsonValue
    public String id() {
      return id;
    }
  }
}
