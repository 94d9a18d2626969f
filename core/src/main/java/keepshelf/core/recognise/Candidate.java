package keepshelf.core.recognise;

import java.util.List;
import java.util.Map;
import keepshelf.imaging.analyse.Handedness;

/**
 * A picture on its way to a set: what its name and folders say, and then which reading was chosen.
 */
final class Candidate {
  final SourceFile file;
  final NameParts parts;
  final FolderScope scope;
  final String plainKey;

  /** What its name can be read as; what the names beside it rule out is taken away. */
  List<NameReading> readings;

  /** The reading that its set decided for, or null. */
  NameReading chosen;

  /** The meaning of the chosen reading, set by {@link RoleChooser}. */
  RoleVocabulary.Sense sense;

  Candidate(
      SourceFile file,
      NameParts parts,
      FolderScope scope,
      Map<String, RoleVocabulary.Sense> habits) {
    this.file = file;
    this.parts = parts;
    this.scope = scope;
    this.readings = NameReadings.of(parts, scope.role(), habits);
    this.plainKey = NameReadings.plainKey(parts);
  }

  /** Resolution that names say, or null. */
  String namedResolution() {
    return parts.resolution() != null ? parts.resolution() : scope.resolution();
  }

  /** Handedness that names say, or unknown. */
  Handedness namedHandedness() {
    if (chosen != null && chosen.handedness() != Handedness.UNKNOWN) {
      return chosen.handedness();
    }
    return parts.handedness() != Handedness.UNKNOWN ? parts.handedness() : scope.handedness();
  }
}
