package keepshelf.core.duplicates;

import java.util.List;
import keepshelf.core.problem.Problem;

/**
 * What a search found.
 *
 * @param groups what is one and the same thing, most bytes first
 * @param pairs every pair of pictures that was proved, most certain first
 * @param problems pictures that could not be looked at
 */
public record Duplicates(
    List<DuplicateGroup> groups, List<DuplicatePair> pairs, List<Problem> problems) {
  /** Copies the lists. */
  public Duplicates {
    groups = List.copyOf(groups);
    pairs = List.copyOf(pairs);
    problems = List.copyOf(problems);
  }
}
