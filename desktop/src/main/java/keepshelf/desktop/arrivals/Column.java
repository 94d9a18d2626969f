package keepshelf.desktop.arrivals;

import java.util.Optional;
import java.util.Set;
import keepshelf.core.model.MapRole;
import keepshelf.desktop.words.Words;

/** The columns of the sorting table. */
public enum Column {
  COLOUR("col.colour", MapRole.BASE_COLOUR, Set.of(MapRole.BASE_COLOUR)),
  ROUGH("col.rough", MapRole.ROUGHNESS, Set.of(MapRole.ROUGHNESS, MapRole.GLOSS, MapRole.PACKED)),
  METAL("col.metal", MapRole.METALLIC, Set.of(MapRole.METALLIC, MapRole.SPECULAR)),
  NORMAL("col.normal", MapRole.NORMAL, Set.of(MapRole.NORMAL, MapRole.BUMP)),
  HEIGHT("col.height", MapRole.HEIGHT, Set.of(MapRole.HEIGHT)),
  OCCLUSION("col.occlusion", MapRole.AMBIENT_OCCLUSION, Set.of(MapRole.AMBIENT_OCCLUSION)),
  OPACITY("col.opacity", MapRole.OPACITY, Set.of(MapRole.OPACITY)),
  OTHER("col.other", MapRole.MASK, Set.of());

  private final String word;
  private final MapRole main;
  private final Set<MapRole> roles;

  Column(String word, MapRole main, Set<MapRole> roles) {
    this.word = word;
    this.main = main;
    this.roles = roles;
  }

  /** Its heading. */
  public String title() {
    return Words.of(word);
  }

  /** The role that a picture gets when it is moved here. */
  public MapRole main() {
    return main;
  }

  /** The column of a role. */
  public static Column of(MapRole role) {
    for (Column c : values()) {
      if (c.roles.contains(role)) {
        return c;
      }
    }
    return OTHER;
  }

  /** The word over a picture whose role is not the column's main one. */
  public Optional<String> remark(MapRole role) {
    return role == main || role == MapRole.PACKED || this == NORMAL && role == MapRole.NORMAL
        ? Optional.empty()
        : Optional.of(role.inSentence().text());
  }
}
