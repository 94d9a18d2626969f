package keepshelf.cli.projects;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.ItemArguments;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Credits;
import keepshelf.core.projects.Project;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Writes the credits of a project. */
@Command(
    name = "credits",
    mixinStandardHelpOptions = true,
    description = "Write whom a project credits, as the licences demand it; ready to paste.",
    footer = {
      "",
      "Example:",
      "  keepshelf credits --project 'Visitor film' --format markdown",
      "Exit codes: 0 done; 2 wrong use; 3 there is no such project."
    })
public final class CreditsCommand implements Callable<Integer> {
  @Option(names = "--project", required = true, paramLabel = "P", description = "The project.")
  String project;

  @Option(
      names = "--format",
      defaultValue = "text",
      paramLabel = "F",
      description = "text, markdown, html or csv.")
  String format;

  @Option(names = "--brief", description = "Only title, maker and the licence's identifier.")
  boolean brief;

  @Option(
      names = "--order",
      split = ",",
      paramLabel = "ITEM",
      description = "Credit these first, in this order, from now on; empty for all by name.")
  List<String> order;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    Optional<Credits.Form> form = Credits.Form.ofId(format.strip());
    if (form.isEmpty()) {
      out.problem(
          Problem.error(
              "use", null, Words.of("creditsCommand.no-form-there-text-markdown", format)));
      return Exit.USE;
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      Project p = shelf.projects().need(project);
      if (order != null) {
        List<String> named = order.stream().filter(n -> !n.isBlank()).toList();
        List<String> first =
            ItemArguments.items(shelf, named).stream().map(i -> i.item().id()).toList();
        p = p.arranging(p.arrangement().withCredits(first));
        shelf.projects().put(p);
      }
      String text =
          new Credits(shelf.licences()).of(p, shelf.projects().judged(p), form.get(), brief);
      if (out.json) {
        out.json(
            java.util.Map.of(
                "project",
                p.name(),
                "format",
                form.get().name().toLowerCase(java.util.Locale.ROOT),
                "credits",
                text));
      } else {
        out.text(text);
      }
      return Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }
}
