package keepshelf.cli.hosts;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Removes installations. */
@Command(
    name = "uninstall",
    mixinStandardHelpOptions = true,
    description = "Remove exactly what installing wrote; files that were changed since are left.",
    footer = {
      "",
      "Example:",
      "  keepshelf uninstall tarred_rope --host Lanternhouse",
      "Exit codes: 0 done; 1 done, changed files were left; 2 wrong use; 3 nothing was removed."
    })
public final class UninstallCommand implements Callable<Integer> {
  @Parameters(
      arity = "1..*",
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  List<String> names;

  @Option(names = "--host", required = true, paramLabel = "HOST", description = "The host.")
  String host;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    List<Problem> problems = new ArrayList<>();
    List<String> removed = new ArrayList<>();
    boolean several = false;
    try (Shelf shelf = shelfOption.open(out, false)) {
      for (String name : names) {
        try {
          ShelvedItem s = shelf.item(name);
          String h = ItemArguments.host(shelf, host).name();
          InstallationRecord i =
              shelf.catalogue().installations().stream()
                  .filter(x -> x.item().equals(s.item().id()) && x.host().equals(h))
                  .findFirst()
                  .orElseThrow(() ->
                      new ShelfException(
                          Problem.error(
                              "not-installed",
                              name,
                              Words.of(
                                  "uninstallCommand.not-installed-nothing-removed",
                                  s.item().name(),
                                  h))));
          problems.addAll(shelf.installer().uninstall(i));
          removed.add(i.id());
          if (!out.json) {
            out.say("Removed " + i.document());
          }
        } catch (ShelfException e) {
          several |= ItemArguments.exit(e) == Exit.USE;
          problems.add(e.problem());
        }
      }
    }
    boolean any = out.problems(problems);
    if (out.json) {
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("removed", removed);
      m.put("problems", ProblemJson.of(problems));
      out.json(m);
    }
    return removed.isEmpty() ? (several ? Exit.USE : Exit.FAILED) : any ? Exit.PROBLEMS : Exit.DONE;
  }
}
