package keepshelf.core.duplicates;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import keepshelf.core.catalogue.ShelvedItem;

/**
 * Two items that are the same thing.
 *
 * @param a one item
 * @param b the other
 * @param relation how they go together
 * @param pairs the maps that are the same
 * @param reasons why, in plain sentences
 */
public record ItemTwins(
    ShelvedItem a,
    ShelvedItem b,
    Relation relation,
    List<DuplicatePair> pairs,
    List<String> reasons) {
  /** How two items go together, the closest first. */
  public enum Relation {
    SAME_FILES("same-files"),
    PART_OF_PACK("part-of-another-pack"),
    NEWER_VERSION("newer-version"),
    OTHER_FORMAT("other-format"),
    OTHER_EDITION("other-edition"),
    SAME_PICTURES("same-pictures"),
    /** The same in another colour: nothing to let go of, but to stand together. */
    COLOURWAY("colourway");

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

  /** Copies the lists. */
  public ItemTwins {
    pairs = List.copyOf(pairs);
    reasons = List.copyOf(reasons);
  }
}
