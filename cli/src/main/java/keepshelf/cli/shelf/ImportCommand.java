package keepshelf.cli.shelf;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.exchange.CatalogueImport;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Takes over what was recorded elsewhere. */
@Command(
    name = "import",
    mixinStandardHelpOptions = true,
    description =
        "Take over records from an exported JSON or CSV file; items are matched by identifier,"
            + " files never change.",
    footer = {
      "",
      "Example:",
      "  keepshelf import shelf.csv",
      "Exit codes: 0 done; 1 done, but some lines were left out; 3 nothing was changed."
    })
public final class ImportCommand implements Callable<Integer> {
  @Parameters(paramLabel = "FILE", description = "The file to read; ends in .json or .csv.")
  Path file;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      CatalogueImport.Imported r = shelf.importing().read(file.toAbsolutePath());
      if (out.json) {
        Map<String, Object> m = new LinkedHashMap<>();
        m.put("changed", r.changed());
        m.put("problems", ProblemJson.of(r.problems()));
        out.json(m);
      } else {
        out.say(Words.of("importCommand.items-have-another-record-now", r.changed()));
      }
      return out.problems(r.problems()) ? Exit.PROBLEMS : Exit.DONE;
    }
  }
}
