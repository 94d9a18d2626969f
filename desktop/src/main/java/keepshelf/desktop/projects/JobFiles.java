package keepshelf.desktop.projects;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Consumer;
import keepshelf.core.Shelf;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Credits;
import keepshelf.core.projects.Frozen;
import keepshelf.core.projects.JudgedUse;
import keepshelf.core.projects.Project;
import keepshelf.core.projects.Settled;
import keepshelf.core.report.HandOver;
import keepshelf.core.report.JobReport;
import keepshelf.core.trace.Tracing;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/** What is read from a job's folders and written for those who ask, in the background. */
final class JobFiles {
  private final Shelf shelf;
  private final WorkList work;

  /**
   * What lies in a job's files.
   *
   * @param trace what was found
   * @param names of the items found, by their identifiers
   * @param settled what was said of files that no shelf knows, by their SHA-256
   */
  record Traced(Tracing.Trace trace, Map<String, String> names, Map<String, Settled> settled) {}

  JobFiles(Shelf shelf, WorkList work) {
    this.shelf = shelf;
    this.work = work;
  }

  /** Writes the licence report. */
  void report(Project p, Path file) {
    work.start(
        Words.of("projects.job.report", p.name()),
        job -> {
          job.report(Words.of("projects.job.gathering"), 0);
          JobReport r = shelf.reports().gather(p);
          job.report(file.getFileName().toString(), 0.5);
          shelf.reports().write(r, file);
          said(Words.of("projects.written", file), r.problems());
        });
  }

  /** Packs what may be handed over. */
  void handOver(Project p, Path file) {
    work.start(
        Words.of("projects.job.hand", p.name()),
        job -> {
          HandOver.Handed h =
              shelf.reports().handOver().write(p, file, packing -> job.report(packing, -1));
          said(
              Words.of("projects.handed", file, h.files().size(), h.leftOut().size()),
              h.problems());
        });
  }

  /** Writes the credits in the form that the name of the file says, else as text. */
  void credits(Project p, List<JudgedUse> uses, boolean brief, Path file) {
    String name = file.getFileName().toString().toLowerCase(Locale.ROOT);
    Credits.Form form =
        Map.of(
                "md", Credits.Form.MARKDOWN,
                "html", Credits.Form.HTML,
                "csv", Credits.Form.CSV)
            .getOrDefault(name.substring(name.lastIndexOf('.') + 1), Credits.Form.TEXT);
    work.start(
        Words.of("projects.job.credits", p.name()),
        job -> {
          String text = new Credits(shelf.licences()).of(p, uses, form, brief);
          try {
            FileTrees.writeAtomically(file.toAbsolutePath(), text.getBytes(StandardCharsets.UTF_8));
          } catch (java.io.IOException e) {
            throw ShelfException.ofDisk(file.toString(), "writing " + file, e);
          }
          said(Words.of("projects.written", file), List.of());
        });
  }

  /**
   * Says what of the shelf lies in folders or files of a job.
   *
   * @param done is given that
   */
  void trace(Project p, List<Path> paths, Consumer<Traced> done) {
    work.start(
        Words.of("projects.job.trace"),
        job -> {
          Tracing.Trace t =
              shelf
                  .tracing()
                  .trace(
                      paths.stream().map(Path::toString).toList(),
                      looking -> job.report(looking, -1));
          Map<String, String> names = new HashMap<>();
          shelf.projects().items(t.items()).forEach(s -> names.put(s.item().id(), s.item().name()));
          Traced all = new Traced(t, names, shelf.projects().settling().of(p));
          work.ui(() -> {
            work.problems().addAll(t.problems());
            done.accept(all);
          });
        });
  }

  /** Notes what a file is that no shelf knows. */
  void settle(Project p, Tracing.TracedFile f, Settled.What what) {
    work.start(
        Words.of("projects.job.settle"),
        job -> shelf.projects().settling().settle(p, Map.of(f.sha256(), f.path()), what));
  }

  /** Keeps the state of a job as it is now. */
  void freeze(Project p) {
    work.start(
        Words.of("projects.job.freeze", p.name()),
        job -> {
          Frozen f = shelf.projects().freezing().freeze(p);
          said(Words.of("projects.frozen", p.name(), f.uses().size()), List.of());
        });
  }

  /** Reads the states of a job that were kept, the latest first. */
  void frozen(Project p, Consumer<List<Frozen>> done) {
    work.note(() -> {
      List<Frozen> kept = shelf.projects().freezing().of(p);
      work.ui(() -> done.accept(kept));
    });
  }

  /** Says what is different from a state that was kept. */
  void compare(Project p, Frozen was) {
    work.start(
        Words.of("projects.job.compare", p.name()),
        job -> {
          List<String> lines =
              was.comparedWith(shelf.projects().freezing().now(p)).stream()
                  .map(Frozen.Change::sentence)
                  .toList();
          said(
              Words.of(
                  lines.isEmpty() ? "projects.same" : "projects.changed",
                  p.name(),
                  was.at().substring(0, 10),
                  String.join("\n", lines)),
              List.of());
        });
  }

  private void said(String what, List<Problem> problems) {
    work.ui(() -> {
      work.problems().add(Problem.note("written", null, what));
      work.problems().addAll(problems);
    });
  }
}
