package keepshelf.cli.projects;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Project;
import keepshelf.core.projects.Reason;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Says of each use of a project whether it is allowed. */
@Command(
    name = "verdicts",
    mixinStandardHelpOptions = true,
    description =
        "Say of everything a project uses whether it may, by the terms as they were when it was"
            + " got.",
    footer = {
      "",
      "Example:",
      "  keepshelf verdicts --project 'Visitor film' --json",
      "Exit codes: 0 all is allowed; 1 something is not, or nobody knows; 2 wrong use; 3 there is"
          + " no such project."
    })
public final class VerdictsCommand implements Callable<Integer> {
  @Option(names = "--project", required = true, paramLabel = "P", description = "The project.")
  String project;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      Project p = shelf.projects().need(project);
      List<JudgedUse> uses = shelf.projects().judged(p);
      if (out.json) {
        Map<String, Object> m = new LinkedHashMap<>();
        m.put("project", p.name());
        List<Map<String, Object>> all = new ArrayList<>();
        uses.forEach(u -> all.add(json(u)));
        m.put("uses", all);
        out.json(m);
      } else {
        for (JudgedUse u : uses) {
          out.say(
              String.format(
                  "%-12s %-30s %s",
                  u.verdict().id(),
                  u.item().item().name(),
                  u.licence() == null
                      ? Words.of("verdictsCommand.licence-not-known")
                      : shelf.licences().title(u.licence())));
          for (Reason r : u.reasons()) {
            out.say("             " + r.sentence());
          }
        }
        if (uses.isEmpty()) {
          out.say(Words.of("verdictsCommand.uses-nothing-from-shelf-yet", p.name()));
        }
      }
      boolean open = uses.stream().anyMatch(u -> !u.verdict().cleared());
      return open ? Exit.PROBLEMS : Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }

  private static Map<String, Object> json(JudgedUse u) {
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("item", u.item().item().id());
    m.put("name", u.item().item().name());
    m.put("version", u.use().version() == null ? u.item().pack().version() : u.use().version());
    m.put("finish", u.use().finish());
    m.put("licence", u.licence());
    m.put("verdict", u.verdict());
    m.put("reasons", u.reasons());
    return m;
  }
}
