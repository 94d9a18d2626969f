package keepshelf.core.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Optional;

/** What a map is for. The identifiers are those of the command line's contract. */
public enum MapRole {
  BASE_COLOUR(0, "base-colour", "Base colour", true),
  ROUGHNESS(1, "roughness", "Roughness", false),
  GLOSS(2, "gloss", "Gloss", false),
  METALLIC(3, "metallic", "Metallic", false),
  SPECULAR(4, "specular", "Specular", true),
  NORMAL(5, "normal", "Normal", false),
  HEIGHT(6, "height", "Height", false),
  BUMP(7, "bump", "Bump", false),
  AMBIENT_OCCLUSION(8, "ambient-occlusion", "Occlusion", false),
  CAVITY(9, "cavity", "Cavity", false),
  CURVATURE(10, "curvature", "Curvature", false),
  OPACITY(11, "opacity", "Opacity", false),
  EMISSION(12, "emission", "Emission", true),
  TRANSLUCENCY(13, "translucency", "Translucency", true),
  THICKNESS(20, "thickness", "Thickness", false),
  SHEEN(14, "sheen", "Sheen", true),
  COAT(15, "coat", "Coat", false),
  ANISOTROPY(16, "anisotropy", "Anisotropy", false),
  MASK(17, "mask", "Mask", false),
  ID(18, "id", "Id", false),
  PACKED(19, "packed", "Packed", false);

  private final int bit;
  private final String id;
  private final String title;
  private final boolean colour;

  MapRole(int bit, String id, String title, boolean colour) {
    this.bit = bit;
    this.id = id;
    this.title = title;
    this.colour = colour;
  }

  /**
   * Its place in the bits that a shelf keeps of the roles of an item. It never changes: a new role
   * gets the next free number, wherever it stands in the order.
   */
  public int bit() {
    return bit;
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
