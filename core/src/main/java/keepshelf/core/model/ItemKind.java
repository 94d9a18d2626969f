package keepshelf.core.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Optional;
import keepshelf.core.words.Words;

/** What sort of usable thing an item is. */
public enum ItemKind {
  MATERIAL("material"),
  ENVIRONMENT("environment"),
  OVERLAY("overlay"),
  DECAL("decal"),
  LIGHT_PATTERN("light-pattern"),
  MODEL("model"),
  PHOTO_TEXTURE("photo-texture"),
  /** Several items as named parts of one thing; it has no maps of its own. */
  ENSEMBLE("ensemble");

  private final String id;

  ItemKind(String id) {
    this.id = id;
  }

  /** Stable identifier. */
  @JsonValue
  public String id() {
    return id;
  }

  /** The heading of a board of such items. */
  public String plural() {
    return Words.of("kind." + id);
  }

  /** The kind with this identifier. */
  public static Optional<ItemKind> ofId(String id) {
    for (ItemKind k : values()) {
      if (k.id.equals(id)) {
        return Optional.of(k);
      }
    }
    return Optional.empty();
  }
}
