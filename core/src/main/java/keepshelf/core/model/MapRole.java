package keepshelf.core.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Optional;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;

/** What a map is for. The identifiers are those of the command line's contract. */
public enum MapRole {
  BASE_COLOUR(0, "base-colour", true),
  ROUGHNESS(1, "roughness", false),
  GLOSS(2, "gloss", false),
  METALLIC(3, "metallic", false),
  SPECULAR(4, "specular", true),
  NORMAL(5, "normal", false),
  HEIGHT(6, "height", false),
  BUMP(7, "bump", false),
  AMBIENT_OCCLUSION(8, "ambient-occlusion", false),
  CAVITY(9, "cavity", false),
  CURVATURE(10, "curvature", false),
  OPACITY(11, "opacity", false),
  EMISSION(12, "emission", true),
  TRANSLUCENCY(13, "translucency", true),
  THICKNESS(20, "thickness", false),
  SHEEN(14, "sheen", true),
  COAT(15, "coat", false),
  ANISOTROPY(16, "anisotropy", false),
  MASK(17, "mask", false),
  ID(18, "id", false),
  PACKED(19, "packed", false);

  private final int bit;
  private final String id;
  private final boolean colour;

  MapRole(int bit, String id, boolean colour) {
    this.bit = bit;
    this.id = id;
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

  /** The word shown to people where it stands alone. */
  public String title() {
    return Words.of("role." + id);
  }

  /** The word shown to people within a sentence. */
  public Phrase inSentence() {
    return Phrase.of("role." + id + ".within");
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
