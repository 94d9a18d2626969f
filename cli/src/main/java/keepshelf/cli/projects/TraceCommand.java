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
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Project;
import keepshelf.core.projects.Settled;
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
      "Archives, scenes with pictures inside and pictures that documents name are looked at too."
          + " Nothing there is changed. With --project what is found is noted as used."
    },
    footer = {
      "",
      "Example:",
      "  keepshelf trace ~/jobs/visitor-film --project 'Visitor film'",
      "Exit codes: 0 done; 1 done, but some files are from nowhere known and not settled, or could"
          + " not be read; 2 wrong use; 3 nothing was done."
    })
public final class TraceCommand implements Callable<Integer> {
  @Parameters(arity = "1..*", paramLabel = "PATH", description = "Folders or files of a job.")
  List<String> paths;

  @Option(names = "--project", paramLabel = "P", description = "Note what is found as used by P.")
  String project;

  @Option(
      names = "--settle",
      paramLabel = "WHAT",
      description = {
        "With --project: say what the files are that the shelf does not know: own (work of one's"
            + " own), elsewhere (got elsewhere) or ask (to be asked about)."
      })
  String settle;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    Settled.What what = settle == null ? null : Settled.What.ofId(settle).orElse(null);
    if (settle != null && (what == null || project == null)) {
      out.problem(
          Problem.error("use", null, Words.of("traceCommand.settle-needs-project-one-own")));
      return Exit.USE;
    }
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
      Map<String, Settled> settled = p == null ? Map.of() : settled(shelf, p, t, what);
      print(shelf, t, settled);
      boolean open =
          t.files().stream()
              .anyMatch(f ->
                  f.found() == Tracing.Found.UNKNOWN
                      && (!settled.containsKey(f.sha256())
                          || settled.get(f.sha256()).what() == Settled.What.ASK));
      return out.problems(t.problems()) || open ? Exit.PROBLEMS : Exit.DONE;
    } catch (ShelfException e) {
      out.problem(e.problem());
      return Exit.FAILED;
    }
  }

  /** What is known of the files that the shelf does not know, after noting what was said now. */
  private static Map<String, Settled> settled(
      Shelf shelf, Project p, Tracing.Trace t, Settled.What what) throws ShelfException {
    if (what != null) {
      Map<String, String> names = new LinkedHashMap<>();
      for (Tracing.TracedFile f : t.files()) {
        if (f.found() == Tracing.Found.UNKNOWN) {
          names.put(f.sha256(), f.path());
        }
      }
      shelf.projects().settling().settle(p, names, what);
    }
    return shelf.projects().settling().of(p);
  }

  private static String reason(Tracing.TracedFile f, Map<String, Settled> settled) {
    Settled s = f.found() == Tracing.Found.UNKNOWN ? settled.get(f.sha256()) : null;
    return s == null ? f.reason() : Words.of("traceCommand.settled", s.day(), s.what().id());
  }

  private void print(Shelf shelf, Tracing.Trace t, Map<String, Settled> settled) {
    if (out.json) {
      List<Map<String, Object>> files = new ArrayList<>();
      for (Tracing.TracedFile f : t.files()) {
        Map<String, Object> m = new LinkedHashMap<>();
        m.put("path", f.path());
        m.put("found", f.found().id());
        m.put("item", f.item());
        m.put("map", f.map());
        m.put("confidence", f.confidence());
        m.put("reasons", List.of(reason(f, settled)));
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
              ? settled.containsKey(f.sha256()) ? settled.get(f.sha256()).what().id() : ""
              : shelf.catalogue().item(f.item()).map(s -> s.item().name()).orElse(f.item());
      out.say(String.format("%-13s %-26s %s", f.found().id(), name, f.path()));
    }
    out.say(
        Words.of(
            "traceCommand.pictures-them-from-shelf-items",
            t.files().size(),
            t.files().stream().filter(f -> f.item() != null).count(),
            t.items().size()));
  }
}
