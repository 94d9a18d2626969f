package keepshelf.cli.packs;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.bin.BinEntry;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.ArgGroup;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** What was let go. */
@Command(
    name = "bin",
    mixinStandardHelpOptions = true,
    description = "List what was let go, bring an entry back, or delete all of it for good.",
    footer = {
      "",
      "Examples:",
      "  keepshelf bin",
      "  keepshelf bin --bring-back b1f0c2d3a4b5c6",
      "Exit codes: 0 done; 2 wrong use; 3 nothing was changed."
    })
public final class BinCommand implements Callable<Integer> {
  static final class Action {
    @Option(
        names = "--bring-back",
        paramLabel = "ENTRY",
        description = "Puts an entry back to where it stood.")
    String back;

    @Option(names = "--empty", description = "Deletes all entries for good.")
    boolean empty;
  }

  @ArgGroup Action action;
  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      if (action != null && action.back != null) {
        return bringBack(shelf);
      }
      if (action != null && action.empty) {
        long freed = shelf.bin().empty(entries(shelf));
        if (!out.json) {
          out.say(Words.of("binCommand.bin-empty-bytes-were-freed", freed));
        }
      }
      print(entries(shelf));
    }
    return Exit.DONE;
  }

  private static List<BinEntry> entries(Shelf shelf) throws ShelfException {
    try {
      return shelf.bin().entries();
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error("disk", null, Words.of("binCommand.bin-cannot-read", e.getMessage())), e);
    }
  }

  private int bringBack(Shelf shelf) throws ShelfException {
    Optional<BinEntry> e =
        entries(shelf).stream().filter(x -> x.id().equals(action.back)).findFirst();
    if (e.isEmpty()) {
      out.problem(
          Problem.error(
              "no-such-entry",
              action.back,
              Words.of("binCommand.bin-has-no-entry-list", action.back)));
      return Exit.FAILED;
    }
    if (e.get().links().isEmpty()) {
      shelf.bin().bringBack(e.get());
    } else {
      shelf.links().part(e.get());
    }
    if (!out.json) {
      out.say(Words.of("binCommand.stands-where-stood", e.get().name()));
    } else {
      print(entries(shelf));
    }
    return Exit.DONE;
  }

  private void print(List<BinEntry> entries) {
    if (!out.json) {
      entries.forEach(e ->
          out.say(
              e.id()
                  + "  "
                  + e.at().substring(0, 10)
                  + "  "
                  + e.name()
                  + (e.keptName() == null ? "" : ", kept: " + e.keptName())
                  + "  "
                  + e.bytes()
                  + " bytes"));
      return;
    }
    Map<String, Object> m = new LinkedHashMap<>();
    m.put(
        "entries",
        entries.stream()
            .map(e -> {
              Map<String, Object> x = new LinkedHashMap<>();
              x.put("id", e.id());
              x.put("at", e.at());
              x.put("name", e.name());
              x.put("kept", e.kept());
              x.put("bytes", e.bytes());
              return x;
            })
            .toList());
    out.json(m);
  }
}
