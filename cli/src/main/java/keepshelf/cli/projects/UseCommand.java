package keepshelf.cli.projects;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Project;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Notes what a project uses. */
@Command(
    name = "use",
    mixinStandardHelpOptions = true,
    description = "Note that a project uses items, or that it does not any more.",
    footer = {
      "",
      "Examples:",
      "  keepshelf use slate_shingle tarred_rope --project 'Visitor film'",
      "  keepshelf use slate_shingle --project 'Visitor film' --finish Rain-dark",
      "  keepshelf use barnacle_crust --project 'Visitor film' --overrule 'Agreed by mail, 3 May'",
      "Exit codes: 0 done; 2 wrong use; 3 nothing was changed."
    })
public final class UseCommand implements Callable<Integer> {
  @Parameters(
      arity = "1..*",
      paramLabel = "ITEM",
      description = "Identifier, or key or name when only one item has it.")
  List<String> items;

  @Option(names = "--project", required = true, paramLabel = "P", description = "The project.")
  String project;

  @Option(names = "--finish", paramLabel = "F", description = "It is used with this finish.")
  String finish;

  @Option(names = "--remove", description = "It does not use them any more.")
  boolean remove;

  @Option(
      names = "--overrule",
      paramLabel = "WHY",
      description = "It may be used whatever the terms say, for this reason; empty takes it back.")
  String overrule;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    if (remove && (finish != null || overrule != null)) {
      out.problem(Problem.error("use", null, Words.of("useCommand.remove-stands-alone")));
      return Exit.USE;
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      Project p = shelf.projects().need(project);
      List<ShelvedItem> all = ItemArguments.items(shelf, items);
      if (remove) {
        shelf.projects().drop(p, all);
      } else {
        for (ShelvedItem s : all) {
          if (finish != null) {
            ItemArguments.finish(s, finish);
          }
        }
        shelf.projects().use(p, all, finish);
        for (ShelvedItem s : all) {
          if (overrule != null) {
            shelf
                .projects()
                .overrule(shelf.projects().need(project), s, overrule.isBlank() ? null : overrule);
          }
        }
      }
      Project now = shelf.projects().need(project);
      if (out.json) {
        Map<String, Object> m = new LinkedHashMap<>();
        m.put("project", now.name());
        m.put("uses", now.uses());
        out.json(m);
      } else {
        out.say(Words.of("useCommand.uses-items", now.name(), shelf.projects().judged(now).size()));
      }
      return Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return ItemArguments.exit(e);
    }
  }
}
