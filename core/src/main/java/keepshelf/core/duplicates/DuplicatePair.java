package keepshelf.core.duplicates;

import com.fasterxml.jackson.annotation.JsonValue;

/**
 * Two pictures that are the same, or of which one is derived from the other.
 *
 * @param a the first
 * @param b the second
 * @param relation what was done to the second
 * @param confidence 0..1
 * @param reason why, in a plain sentence
 */
public record DuplicatePair(
    Picture a, Picture b, Relation relation, double confidence, String reason) {
  /** What was done to one of two pictures; the strongest change when several were. */
  public enum Relation {
    IDENTICAL("identical"),
    RE_ENCODED("re-encoded"),
    RESIZED("resized"),
    RECOLOURED("recoloured"),
    SHIFTED("shifted"),
    ROTATED("rotated"),
    MIRRORED("mirrored"),
    /** One is a part of the other, as a tile that was laid several times. */
    CROPPED("cropped");

    private final String id;

    Relation(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    @JsonValue
    public String id() {
      return id;
    }
  }
}
