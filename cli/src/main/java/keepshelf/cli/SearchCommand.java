package keepshelf.cli;

import java.util.List;
import java.util.concurrent.Callable;
import keepshelf.core.Shelf;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.search.WordFilter;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Finds items by words. */
@Command(
    name = "search",
    mixinStandardHelpOptions = true,
    description = "Find items by words; a word after a minus sign must not be there.",
    footer = {
      "",
      "Example:",
      "  keepshelf search rope normal -tarred",
      "Exit codes: 0 done; 2 wrong use; 3 the shelf could not be opened."
    })
final class SearchCommand implements Callable<Integer> {
  @Parameters(
      arity = "1..*",
      paramLabel = "WORD",
      description = "Words that must begin a word of the item's record.")
  List<String> words;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      ListCommand.print(
          out,
          shelf.catalogue().items().stream()
              .filter(new WordFilter(String.join(" ", words)))
              .toList());
    }
    return Exit.DONE;
  }
}
