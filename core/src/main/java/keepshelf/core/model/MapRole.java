package keepshelf.core.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Optional;

/** What a map is for. The identifiers are those of the command line's contract. */
public enum MapRole {
  BASE_COLOUR("base-colour", "Base colour", true),
  ROUGHNESS("roughness", "Roughness", false),
  GLOSS("gloss", "Gloss", false),
  METALLIC("metallic", "Metallic", false),
  SPECULAR("specular", "Specular", true),
  NORMAL("normal", "Normal", false),
  HEIGHT("height", "Height", false),
  BUMP("bump", "Bump", false),
  AMBIENT_OCCLUSION("ambient-occlusion", "Occlusion", false),
  CAVITY("cavity", "Cavity", false),
  CURVATURE("curvature", "Curvature", false),
  OPACITY("opacity", "Opacity", false),
  EMISSION("emission", "Emission", true),
  TRANSLUCENCY("translucency", "Translucency", true),
  SHEEN("sheen", "Sheen", true),
  COAT("coat", "Coat", false),
  ANISOTROPY("anisotropy", "Anisotropy", false),
  MASK("mask", "Mask", false),
  ID("id", "Id", false),
  PACKED("packed", "Packed", false);

  private final String id;
  private final String title;
  private final boolean colour;

  MapRole(String id, String title, boolean colour) {
    this.id = id;
    this.title = title;
    this.colour = colour;
  }

  /** Stable identifier, lower case with hyphens. */
  @JsonValue
  public String id() {
    return id;
  }

  /** The word shown to people. */
  public String title() {
    return title;
  }

  /** Whether the map holds visible colour (stored through the sRGB curve) rather than data. */
  public boolean colour() {
    return colour;
  }

  /** Whether the map holds one grey value a pixel. */
  public boolean grey() {
    return !colour && this != NORMAL && this != PACKED && this != ID;
  }

  /** The role with this identifier. */
  public static Optional<MapRole> ofId(String id) {
    for (MapRole r : values()) {
      if (r.id.equals(id)) {
        return Optional.of(r);
      }
    }
    return Optional.empty();
  }
}
