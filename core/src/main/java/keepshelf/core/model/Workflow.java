package keepshelf.core.model;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Set;
import keepshelf.core.words.Words;

/** How a material says what reflects: by metallic and roughness, or by specular and gloss. */
public enum Workflow {
  METAL_ROUGH("metal-rough"),
  SPEC_GLOSS("spec-gloss"),
  UNKNOWN("unknown");

  private final String id;

  Workflow(String id) {
    this.id = id;
  }

  /** Stable identifier. */
  @JsonValue
  public String id() {
    return id;
  }

  /** The words shown to people. */
  public String title() {
    return Words.of("workflow." + id);
  }

  /** The one with this identifier, or unknown. */
  public static Workflow ofId(String id) {
    for (Workflow w : values()) {
      if (w.id.equals(id)) {
        return w;
      }
    }
    return UNKNOWN;
  }

  /** What a set of roles implies; roughness or metallic outweighs gloss or specular. */
  public static Workflow of(Set<MapRole> roles) {
    if (roles.contains(MapRole.METALLIC) || roles.contains(MapRole.ROUGHNESS)) {
      return METAL_ROUGH;
    }
    return roles.contains(MapRole.GLOSS) || roles.contains(MapRole.SPECULAR) ? SPEC_GLOSS : UNKNOWN;
  }
}
