package keepshelf.core.check;

import java.util.List;
import keepshelf.core.catalogue.BrokenFile;

/**
 * What a check of the shelf's files found.
 *
 * @param packs that were looked at
 * @param files that were looked at
 * @param broken files that are not what was delivered
 * @param strangers files below {@code packs} that belong to no pack and are no moved file of one,
 *     relative to the shelf
 */
public record CheckResult(int packs, int files, List<BrokenFile> broken, List<String> strangers) {
  /** Copies the lists. */
  public CheckResult {
    broken = List.copyOf(broken);
    strangers = List.copyOf(strangers);
  }

  /** How many are in this state. */
  public long count(BrokenFile.State state) {
    return broken.stream().filter(b -> b.state() == state).count();
  }
}
