package keepshelf.core.making.mend;

import java.util.List;
import keepshelf.core.catalogue.MapRecord;

/**
 * A delivered map that can be put right.
 *
 * @param map the map
 * @param cures that it needs, in the order in which they are applied
 * @param width in pixels that it is to have
 * @param height in pixels that it is to have
 */
public record Fault(MapRecord map, List<Cure> cures, int width, int height) {
  /** Copies the cures. */
  public Fault {
    cures = List.copyOf(cures);
  }

  /** The same with only some of its cures. */
  public Fault only(java.util.Set<Cure> wanted) {
    return new Fault(map, cures.stream().filter(wanted::contains).toList(), width, height);
  }
}
