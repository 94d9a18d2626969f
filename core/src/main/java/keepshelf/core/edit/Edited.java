package keepshelf.core.edit;

import java.util.List;
import keepshelf.core.bin.ShelfChange;
import keepshelf.core.catalogue.PackRecord;

/**
 * A change that was made and can be undone.
 *
 * @param what was done, for people
 * @param items how many items it was about
 * @param before the packs as they were
 * @param after the packs as they are since
 * @param moves files that were moved with it
 */
public record Edited(
    String what,
    int items,
    List<PackRecord> before,
    List<PackRecord> after,
    List<ShelfChange.Move> moves) {
  /** Copies the lists. */
  public Edited {
    before = List.copyOf(before);
    after = List.copyOf(after);
    moves = List.copyOf(moves);
  }

  /** A change of records alone. */
  public Edited(String what, int items, List<PackRecord> before, List<PackRecord> after) {
    this(what, items, before, after, List.of());
  }

  /** Whether nothing was different afterwards. */
  public boolean isNothing() {
    return after.isEmpty();
  }
}
