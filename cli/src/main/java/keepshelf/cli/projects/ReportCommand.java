package keepshelf.cli.projects;

import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.core.Shelf;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.report.JobReport;
import keepshelf.core.report.JobReports;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** Writes the licence report of a project. */
@Command(
    name = "report",
    mixinStandardHelpOptions = true,
    description = {
      "Write what a project uses, under which terms and whether it may, with the texts of the"
          + " licences and the identity of each file.",
      "The name of the file says the form: .html, .pdf or .spdx.json (SPDX 2.3)."
    },
    footer = {
      "",
      "Example:",
      "  keepshelf report --project 'Visitor film' --out visitor-film.pdf",
      "Exit codes: 0 done; 1 done, but something could not be read; 2 wrong use; 3 nothing was"
          + " written."
    })
public final class ReportCommand implements Callable<Integer> {
  @Option(names = "--project", required = true, paramLabel = "P", description = "The project.")
  String project;

  @Option(names = "--out", required = true, paramLabel = "FILE", description = "Where to.")
  Path file;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try {
      JobReports.Form.of(file);
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.USE;
    }
    try (Shelf shelf = shelfOption.open(out, false)) {
      JobReport report = shelf.reports().gather(shelf.projects().need(project));
      shelf.reports().write(report, file);
      if (out.json) {
        Map<String, Object> m = new LinkedHashMap<>();
        m.put("report", file.toAbsolutePath().toString());
        m.put("uses", report.uses().size());
        m.put("problems", ProblemJson.of(report.problems()));
        out.json(m);
      } else {
        out.say(report.uses().size() + " uses: " + file.toAbsolutePath());
      }
      return out.problems(report.problems()) ? Exit.PROBLEMS : Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }
}
