package keepshelf.core.edit;

import java.util.List;
import keepshelf.core.catalogue.PackRecord;

/**
 * A change that was made and can be undone.
 *
 * @param what was done, for people
 * @param items how many items it was about
 * @param before the packs as they were
 * @param after the packs as they are since
 */
public record Edited(String what, int items, List<PackRecord> before, List<PackRecord> after) {
  /** Copies the lists. */
  public Edited {
    before = List.copyOf(before);
    after = List.copyOf(after);
  }

  /** Whether nothing was different afterwards. */
  public boolean isNothing() {
    return after.isEmpty();
  }
}
