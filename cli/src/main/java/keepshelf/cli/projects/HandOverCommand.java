package keepshelf.cli.projects;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Locale;
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
import keepshelf.core.report.HandOver;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Packs what of a project may be handed over. */
@Command(
    name = "hand-over",
    mixinStandardHelpOptions = true,
    description = {
      "Pack the files of a project that a client may get, with credits, a report and an SPDX"
          + " document; what may not be handed over is named and left out.",
      "Every file is compared with what was delivered before it is packed."
    },
    footer = {
      "",
      "Example:",
      "  keepshelf hand-over --project 'Visitor film' --out visitor-film.zip",
      "Exit codes: 0 done; 1 done, but something was left out; 2 wrong use; 3 nothing was written."
    })
public final class HandOverCommand implements Callable<Integer> {
  @Option(names = "--project", required = true, paramLabel = "P", description = "The project.")
  String project;

  @Option(names = "--out", required = true, paramLabel = "FILE.zip", description = "Where to.")
  Path file;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    if (!file.toString().toLowerCase(Locale.ROOT).endsWith(".zip")) {
      out.problem(
          Problem.error(
              "use", file.toString(), Words.of("handOverCommand.let-name-archive-end-with")));
      return Exit.USE;
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      HandOver.Handed done =
          shelf.reports().handOver().write(shelf.projects().need(project), file, packing -> {});
      if (out.json) {
        Map<String, Object> m = new LinkedHashMap<>();
        m.put("archive", done.archive().toString());
        m.put("files", done.files());
        m.put("left_out", done.leftOut());
        m.put("problems", ProblemJson.of(done.problems()));
        out.json(m);
      } else {
        out.say(done.files().size() + " files: " + done.archive());
        done.leftOut()
            .forEach(l -> out.say(Words.of("handOverCommand.left-out", l.name(), l.reason())));
      }
      boolean problems = out.problems(done.problems());
      return problems || !done.leftOut().isEmpty() ? Exit.PROBLEMS : Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }
}
