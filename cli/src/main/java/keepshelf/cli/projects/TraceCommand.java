package keepshelf.cli.projects;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ProblemJson;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Project;
import keepshelf.core.trace.Tracing;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Says what of the shelf lies in a job's folder. */
@Command(
    name = "trace",
    mixinStandardHelpOptions = true,
    description = {
      "Say of all pictures in folders what on the shelf they are: identical, what was installed,"
          + " re-saved, resized, shifted, turned, recoloured, a normal map turned over, gloss for"
          + " roughness.",
      "Nothing there is changed. With --project what is found is noted as used."
    },
    footer = {
      "",
      "Example:",
      "  keepshelf trace ~/jobs/visitor-film --project 'Visitor film'",
      "Exit codes: 0 done; 1 done, but some files are from nowhere known or could not be read; 2"
          + " wrong use; 3 nothing was done."
    })
public final class TraceCommand implements Callable<Integer> {
  @Parameters(arity = "1..*", paramLabel = "PATH", description = "Folders or files of a job.")
  List<String> paths;

  @Option(names = "--project", paramLabel = "P", description = "Note what is found as used by P.")
  String project;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      Project p = project == null ? null : shelf.projects().need(project);
      Tracing.Trace t = shelf.tracing().trace(paths, looking -> {});
      if (p != null && !t.items().isEmpty()) {
        List<ShelvedItem> items = new ArrayList<>();
        for (String id : t.items()) {
          shelf.catalogue().item(id).ifPresent(items::add);
        }
        shelf.projects().use(p, items, null, "by-tracing");
      }
      print(shelf, t);
      boolean open = t.files().stream().anyMatch(f -> f.found() == Tracing.Found.UNKNOWN);
      return out.problems(t.problems()) || open ? Exit.PROBLEMS : Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }

  private void print(Shelf shelf, Tracing.Trace t) {
    if (out.json) {
      List<Map<String, Object>> files = new ArrayList<>();
      for (Tracing.TracedFile f : t.files()) {
        Map<String, Object> m = new LinkedHashMap<>();
        m.put("path", f.path());
        m.put("found", f.found().id());
        m.put("item", f.item());
        m.put("map", f.map());
        m.put("confidence", f.confidence());
        m.put("reasons", List.of(f.reason()));
        files.add(m);
      }
      Map<String, Object> m = new LinkedHashMap<>();
      m.put("files", files);
      m.put("uses", t.items());
      m.put("problems", ProblemJson.of(t.problems()));
      out.json(m);
      return;
    }
    for (Tracing.TracedFile f : t.files()) {
      String name =
          f.item() == null
              ? ""
              : shelf.catalogue().item(f.item()).map(s -> s.item().name()).orElse(f.item());
      out.say(String.format("%-13s %-26s %s", f.found().id(), name, f.path()));
    }
    out.say(
        t.files().size()
            + " pictures, "
            + t.files().stream().filter(f -> f.item() != null).count()
            + " of them from this shelf, "
            + t.items().size()
            + " items.");
  }
}
