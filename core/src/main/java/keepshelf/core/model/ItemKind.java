package keepshelf.core.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Optional;

/** What sort of usable thing an item is. */
public enum ItemKind {
  MATERIAL("material", "Materials"),
  ENVIRONMENT("environment", "Environment lights"),
  OVERLAY("overlay", "Overlays"),
  DECAL("decal", "Decals"),
  LIGHT_PATTERN("light-pattern", "Light patterns"),
  MODEL("model", "Models"),
  PHOTO_TEXTURE("photo-texture", "Photo textures"),
  /** Several items as named parts of one thing; it has no maps of its own. */
  ENSEMBLE("ensemble", "Ensembles");

  private final String id;
  private final String plural;

  ItemKind(String id, String plural) {
    this.id = id;
    this.plural = plural;
  }

  /** Stable identifier. */
  @JsonValue
  public String id() {
    return id;
  }

  /** The heading of a board of such items. */
  public String plural() {
    return plural;
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
