package keepshelf.core.making;

import java.util.List;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.problem.Problem;
import org.jspecify.annotations.Nullable;

/**
 * What would be made for an item.
 *
 * @param item as it is shown
 * @param resolution label of the edition that it is made of, or null
 * @param maps to make
 * @param licence that follows
 * @param replaces maps that were made before and would go into the bin, as their own packs have
 *     them
 * @param problems what cannot be made and why, and what is only guessed
 */
public record MapPlan(
    ShelvedItem item,
    @Nullable String resolution,
    List<PlannedMake> maps,
    DerivedLicence licence,
    List<ShelvedItem> replaces,
    List<Problem> problems) {
  /** Copies the lists. */
  public MapPlan {
    maps = List.copyOf(maps);
    replaces = List.copyOf(replaces);
    problems = List.copyOf(problems);
  }

  /** Whether there is something that can and may be made. */
  public boolean isPossible() {
    return !maps.isEmpty() && !licence.isForbidden();
  }
}
