package keepshelf.core.catalogue.setup;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;

/** As what an item is set up in a host. */
public enum Setup {
  /** A material with all its maps. */
  SURFACE("surface"),
  /** An upright plane that shows the whole picture at its own proportions. */
  PLANE("plane"),
  /** A floor whose relief is real: subdivided for the host's displacement, or already raised. */
  RELIEF_FLOOR("relief-floor"),
  /** A light all around. */
  LIGHT("light"),
  /** Geometry with a material for each of its slots. */
  MODEL("model"),
  /** A material for each part of an ensemble, on an object that has them all. */
  ENSEMBLE("ensemble");

  private final String id;

  Setup(String id) {
    this.id = id;
  }

  /** Stable identifier. */
  @JsonValue
  public String id() {
    return id;
  }

  /** The setup with this identifier. */
  public static Optional<Setup> ofId(String id) {
    for (Setup s : values()) {
      if (s.id.equals(id)) {
        return Optional.of(s);
      }
    }
    return Optional.empty();
  }

  /** What makes sense for an item with these roles, the usual one first. */
  public static List<Setup> of(ItemKind kind, Set<MapRole> roles) {
    return switch (kind) {
      case ENVIRONMENT -> List.of(LIGHT);
      case MODEL -> List.of(MODEL);
      case ENSEMBLE -> List.of(ENSEMBLE);
      case DECAL -> List.of(PLANE, SURFACE);
      case LIGHT_PATTERN -> List.of(PLANE);
      case PHOTO_TEXTURE -> List.of(SURFACE, PLANE);
      case OVERLAY -> List.of(SURFACE);
      case MATERIAL ->
          roles.contains(MapRole.HEIGHT) || roles.contains(MapRole.BUMP)
              ? List.of(SURFACE, RELIEF_FLOOR)
              : List.of(SURFACE);
    };
  }
}
