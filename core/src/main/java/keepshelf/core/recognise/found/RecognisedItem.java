package keepshelf.core.recognise.found;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import org.jspecify.annotations.Nullable;

/**
 * One usable thing found in an arrival.
 *
 * @param key name in lower case with underscores, unique within the arrival
 * @param name name for people
 * @param kind what sort of thing
 * @param workflow how a material says what reflects
 * @param colourway the colour that tells it from its siblings, or null
 * @param maps its pictures, at all resolutions and formats
 * @param problems what a look at the set found
 */
public record RecognisedItem(
    String key,
    String name,
    ItemKind kind,
    Workflow workflow,
    @Nullable String colourway,
    List<RecognisedMap> maps,
    List<Problem> problems) {
  /** Copies the lists. */
  public RecognisedItem {
    maps = List.copyOf(maps);
    problems = List.copyOf(problems);
  }

  /** The roles that are there, channels of packed maps included. */
  public Set<MapRole> roles() {
    Set<MapRole> roles = EnumSet.noneOf(MapRole.class);
    for (RecognisedMap m : maps) {
      roles.add(m.role());
      if (m.channels() != null) {
        roles.addAll(m.channels().roles().values());
      }
    }
    return roles;
  }

  /** The same item with other maps, not looked at yet; the workflow is worked out anew. */
  public RecognisedItem withMaps(List<RecognisedMap> newMaps) {
    RecognisedItem bare =
        new RecognisedItem(key, name, kind, workflow, colourway, newMaps, List.of());
    Workflow w =
        kind == ItemKind.MATERIAL || kind == ItemKind.MODEL
            ? Workflow.of(bare.roles())
            : Workflow.UNKNOWN;
    return new RecognisedItem(key, name, kind, w, colourway, newMaps, List.of());
  }

  /** The same item with what a look at it found. */
  public RecognisedItem withProblems(List<Problem> found) {
    return new RecognisedItem(key, name, kind, workflow, colourway, maps, found);
  }

  /** The number of maps about which a person should be asked. */
  public long questions() {
    return maps.stream().filter(m -> m.verdict().asks()).count();
  }
}
