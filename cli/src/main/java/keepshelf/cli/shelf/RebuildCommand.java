package keepshelf.cli.shelf;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** Makes the catalogue anew. */
@Command(
    name = "rebuild",
    mixinStandardHelpOptions = true,
    description = "Make the catalogue anew from the records beside the packs.",
    footer = {
      "",
      "Example:",
      "  keepshelf rebuild --shelf /media/shelf",
      "Exit codes: 0 done; 1 done, but some packs are missing or their records unreadable; 3"
          + " nothing was changed."
    })
public final class RebuildCommand implements Callable<Integer> {
  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    List<Problem> aside = shelfOption.mendCatalogue();
    try (Shelf shelf = shelfOption.open(out, false)) {
      List<Problem> said = new ArrayList<>(aside);
      said.addAll(shelf.rebuild());
      int packs = shelf.catalogue().packIds().size();
      int items = shelf.catalogue().cards().size();
      if (out.json) {
        Map<String, Object> m = new LinkedHashMap<>();
        m.put("packs", packs);
        m.put("items", items);
        m.put("problems", ProblemJson.of(said));
        out.json(m);
      } else {
        out.say(Words.of("rebuildCommand.packs-with-items", packs, items));
      }
      return out.problems(said) ? Exit.PROBLEMS : Exit.DONE;
    }
  }
}
