package keepshelf.core.recognise.sets;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.names.Candidate;
import keepshelf.core.recognise.names.FolderScope;
import keepshelf.core.recognise.names.NameParts;

/** Pictures that belong together under one name. */
public final class FoundSet {
  String key;
  final FolderScope scope;

  /** The pictures, which may change. */
  public final List<Candidate> members;

  FoundSet(String key, FolderScope scope, List<Candidate> members) {
    this.key = key;
    this.scope = scope;
    this.members = new ArrayList<>(members);
  }

  String folded() {
    return NameParts.folded(key);
  }

  /** The likeliest role of each member. */
  public Set<MapRole> roles() {
    Set<MapRole> roles = new HashSet<>();
    for (Candidate c : members) {
      if (c.sense != null) {
        roles.add(c.sense().role());
      } else if (c.chosen != null) {
        roles.add(c.chosen().senses().getFirst().role());
      }
    }
    return roles;
  }

  /** What tells two maps of one role apart: resolution, format, tile, handedness. */
  static String slot(Candidate c) {
    MapRole role = c.sense != null ? c.sense().role() : c.chosen().senses().getFirst().role();
    return role
        + "|"
        + c.namedResolution()
        + "|"
        + c.file.extension()
        + "|"
        + c.parts.tile()
        + "|"
        + (role == MapRole.NORMAL ? c.namedHandedness() : "");
  }
}
