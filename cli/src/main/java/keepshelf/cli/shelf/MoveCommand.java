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
import keepshelf.core.exchange.ShelfMove;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** Moves the shelf. */
@Command(
    name = "move",
    mixinStandardHelpOptions = true,
    description =
        "Move the whole shelf to another folder or drive; every file is compared before the old"
            + " shelf is deleted.",
    footer = {
      "",
      "Example:",
      "  keepshelf move /media/large/shelf",
      "Exit codes: 0 done; 1 done, but something was left at the old place; 3 the shelf stayed."
    })
public final class MoveCommand implements Callable<Integer> {
  @Parameters(paramLabel = "DIR", description = "A new or empty folder.")
  Path target;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    Path root;
    try (Shelf shelf = shelfOption.open(out, false)) {
      root = shelf.folder().root();
    }
    Path to = target.toAbsolutePath().normalize();
    ShelfMove.move(root, to, ShareProgress.NONE);
    ShelfOption.LastShelf.remember(to);
    if (out.json) {
      out.json(Map.of("shelf", to.toString()));
    } else {
      out.say(Words.of("moveCommand.shelf-at-now", to));
    }
    return Exit.DONE;
  }
}
