package keepshelf.core.recognise.names;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.sets.RoleChooser;
import keepshelf.imaging.analyse.Handedness;
import org.jspecify.annotations.Nullable;

/**
 * A picture on its way to a set: what its name and folders say, and then which reading was chosen.
 */
public final class Candidate {
  private static final double MASK = 0.7;

  /** The picture. */
  public final SourceFile file;

  /** Its name, taken apart. */
  public final NameParts parts;

  /** Its folders. */
  public final FolderScope scope;

  /** All words of its name as a key. */
  public final String plainKey;

  /** What its name can be read as; what the names beside it rule out is taken away. */
  public List<NameReading> readings;

  /** The reading that its set decided for, or null. */
  public @Nullable NameReading chosen;

  /** The meaning of the chosen reading, set by {@link RoleChooser}. */
  public RoleVocabulary.@Nullable Sense sense;

  /** A picture with every way to read its name. */
  public Candidate(
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

  /** The reading that its set decided for. */
  public NameReading chosen() {
    return Objects.requireNonNull(chosen);
  }

  /** The meaning of the chosen reading. */
  public RoleVocabulary.Sense sense() {
    return Objects.requireNonNull(sense);
  }

  /** Whether its name ends on a word for a mask and says nothing else. */
  public boolean saysMask() {
    return readings.stream()
        .max(Comparator.comparingDouble(NameReading::strength))
        .filter(r -> r.strength() >= MASK && r.senses().getFirst().role() == MapRole.MASK)
        .isPresent();
  }

  /** Resolution that names say, or null. */
  public @Nullable String namedResolution() {
    return parts.resolution() != null ? parts.resolution() : scope.resolution();
  }

  /** Handedness that names say, or unknown. */
  public Handedness namedHandedness() {
    if (chosen != null && chosen.handedness() != Handedness.UNKNOWN) {
      return chosen.handedness();
    }
    return parts.handedness() != Handedness.UNKNOWN ? parts.handedness() : scope.handedness();
  }
}
