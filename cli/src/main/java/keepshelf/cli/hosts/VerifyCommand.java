package keepshelf.cli.hosts;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.InstallationArguments;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.install.InstallationState;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;

/** Checks installations against their receipts. */
@Command(
    name = "verify",
    mixinStandardHelpOptions = true,
    description = "Check installations against their receipts and the shelf.",
    footer = {
      "",
      "Example:",
      "  keepshelf verify --host Lanternhouse",
      "Exit codes: 0 all sound; 1 some altered, missing or outdated; 2 wrong use; 3 could not be"
          + " done."
    })
public final class VerifyCommand implements Callable<Integer> {
  @Mixin InstallationArguments which;
  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    List<Map<String, Object>> all = new ArrayList<>();
    boolean sound = true;
    try (Shelf shelf = shelfOption.open(out, false)) {
      List<InstallationRecord> meant;
      try {
        meant = which.of(shelf);
      } catch (ShelfException e) {
        out.problem(e.problem());
        return ItemArguments.exit(e);
      }
      for (InstallationRecord i : meant) {
        InstallationState state = shelf.installer().state(i);
        sound &= state.kind().sound();
        Map<String, Object> m = new LinkedHashMap<>();
        m.put("id", i.id());
        m.put("item", i.item());
        m.put("host", i.host());
        m.put("state", state.kind().id());
        m.put("problems", ProblemJson.of(state.problems()));
        all.add(m);
        out.problems(state.problems());
        if (!out.json) {
          out.say(i.host() + "  " + i.document() + "  " + state.kind().id());
        }
      }
    }
    if (out.json) {
      out.json(Map.of("installations", all));
    }
    return sound ? Exit.DONE : Exit.PROBLEMS;
  }
}
