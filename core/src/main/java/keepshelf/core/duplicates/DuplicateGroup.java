package keepshelf.core.duplicates;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;

/**
 * Pictures that are one and the same thing.
 *
 * @param relation how they go together
 * @param members the pictures, best first
 * @param reasons why, in plain sentences
 * @param recoverableBytes what letting go of all but the first would free
 */
public record DuplicateGroup(
    Relation relation, List<Picture> members, List<String> reasons, long recoverableBytes) {
  /** How the members of a group go together. */
  public enum Relation {
    IDENTICAL_FILE("identical-file"),
    SAME_MAP("same-map"),
    SAME_ITEM("same-item"),
    NEWER_VERSION("newer-version");

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
  public DuplicateGroup {
    members = List.copyOf(members);
    reasons = List.copyOf(reasons);
  }
}
