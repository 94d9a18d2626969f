package keepshelf.core.recognise;

import java.util.List;
import keepshelf.core.problem.Problem;

/**
 * What one arrival holds.
 *
 * @param pack name of the pack for people
 * @param version version that names say, or null
 * @param items the usable things
 * @param loose every other file
 * @param problems what went wrong with files
 */
public record Recognition(
    String pack,
    String version,
    List<RecognisedItem> items,
    List<LooseFile> loose,
    List<Problem> problems) {
  /** Copies the lists. */
  public Recognition {
    items = List.copyOf(items);
    loose = List.copyOf(loose);
    problems = List.copyOf(problems);
  }

  /** The same with other items. */
  public Recognition withItems(List<RecognisedItem> newItems) {
    return new Recognition(pack, version, newItems, loose, problems);
  }
}
