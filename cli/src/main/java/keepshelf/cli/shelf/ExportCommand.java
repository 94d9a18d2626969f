package keepshelf.cli.shelf;

import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Writes the catalogue out. */
@Command(
    name = "export",
    mixinStandardHelpOptions = true,
    description =
        "Write the catalogue as JSON (everything) or CSV (a line an item), by the file's ending.",
    footer = {
      "",
      "Examples:",
      "  keepshelf export shelf.json",
      "  keepshelf export shelf.csv",
      "Exit codes: 0 done; 3 nothing was written."
    })
public final class ExportCommand implements Callable<Integer> {
  @Parameters(paramLabel = "FILE", description = "The file to write; ends in .json or .csv.")
  Path file;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      int n = shelf.export().write(file.toAbsolutePath(), ShareProgress.NONE);
      if (out.json) {
        out.json(Map.of("file", file.toAbsolutePath().toString(), "items", n));
      } else {
        out.say(Words.of("exportCommand.items-were-written", n, file));
      }
    }
    return Exit.DONE;
  }
}
