package keepshelf.core.catalogue.kin;

import com.fasterxml.jackson.annotation.JsonValue;

/**
 * How a pack goes with another one on the shelf.
 *
 * @param pack identifier of the other pack
 * @param relation what this pack is to it
 */
public record Kinship(String pack, Relation relation) {
  /** What one pack is to another. */
  public enum Relation {
    NEWER_VERSION("newer-version"),
    OLDER_VERSION("older-version"),
    OTHER_EDITION("other-edition");

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
