package keepshelf.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.Callable;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.install.InstallationState;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

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
final class VerifyCommand implements Callable<Integer> {
  @Parameters(arity = "0..*", paramLabel = "ITEM", description = "Only these items.")
  List<String> names = List.of();

  @Option(names = "--host", paramLabel = "HOST", description = "Only in this host.")
  String host;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    List<Map<String, Object>> all = new ArrayList<>();
    boolean sound = true;
    try (Shelf shelf = shelfOption.open(out, false)) {
      Set<String> ids = new TreeSet<>();
      try {
        ItemArguments.items(shelf, names).forEach(s -> ids.add(s.item().id()));
        if (host != null) {
          ItemArguments.host(shelf, host);
        }
      } catch (ShelfException e) {
        out.problem(e.problem());
        return ItemArguments.exit(e);
      }
      for (InstallationRecord i : shelf.catalogue().installations()) {
        if ((host != null && !i.host().equalsIgnoreCase(host))
            || (!ids.isEmpty() && !ids.contains(i.item()))) {
          continue;
        }
        InstallationState state = shelf.installer().state(i);
        sound &=
            state.kind() == InstallationState.Kind.CURRENT
                || state.kind() == InstallationState.Kind.OTHER_RESOLUTION;
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
