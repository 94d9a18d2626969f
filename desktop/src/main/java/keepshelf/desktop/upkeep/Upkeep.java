package keepshelf.desktop.upkeep;

import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.check.CheckResult;
import keepshelf.core.check.Mending;
import keepshelf.core.disk.Progress;
import keepshelf.core.edit.Edited;
import keepshelf.core.exchange.CatalogueImport;
import keepshelf.core.intake.Arrival;
import keepshelf.core.licensing.Licence;
import keepshelf.core.likeness.MissingColours;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/** What is done to the whole shelf, in the background. On the interface thread. */
public final class Upkeep {
  private static final int FEW = 16;

  private final Shelf shelf;
  private final WorkList work;
  private final Runnable changed;
  private final ReadOnlyObjectWrapper<CheckResult> result = new ReadOnlyObjectWrapper<>();
  private final ReadOnlyObjectWrapper<List<BrokenFile>> broken =
      new ReadOnlyObjectWrapper<>(List.of());

  /** On {@code shelf}; {@code changed} is called after something was changed. */
  public Upkeep(Shelf shelf, WorkList work, Runnable changed) {
    this.shelf = shelf;
    this.work = work;
    this.changed = changed;
  }

  /** What the last check found, or null. */
  public ReadOnlyObjectProperty<CheckResult> resultProperty() {
    return result.getReadOnlyProperty();
  }

  /** Files that are still not what was delivered. */
  public ReadOnlyObjectProperty<List<BrokenFile>> brokenProperty() {
    return broken.getReadOnlyProperty();
  }

  /**
   * Looks at items whose colour is not known, as after a rebuild; a few at a time, so that pictures
   * that are waited for come between.
   */
  public void lookForColours() {
    lookForColours("", false);
  }

  private void lookForColours(String after, boolean before) {
    work.quietly(() -> {
      work.whenCalm();
      MissingColours.Looked l = shelf.alikes().colours().look(FEW, after);
      boolean any = before || l.found() > 0;
      if (l.last() != null) {
        work.ui(() -> lookForColours(l.last(), any));
      } else if (any) {
        work.ui(changed);
      }
    });
  }

  /** Compares all files with what was delivered. */
  public void check() {
    result.set(null);
    work.start(
        Words.of("upkeep.check.job"),
        job -> {
          CheckResult r = shelf.check().run(true, job::report);
          work.ui(() -> {
            broken.set(r.broken());
            result.set(r);
            changed.run();
          });
        });
  }

  /** Where a broken file belongs, relative to the shelf. */
  public String path(BrokenFile b) {
    return shelf.catalogue().pack(b.pack()).map(PackRecord::folder).orElse("") + "/" + b.path();
  }

  private interface Mender {
    Mending.Mended run() throws ShelfException;
  }

  /** Puts back what lies elsewhere on the shelf. */
  public void mendFromShelf() {
    mend(() -> shelf.mending().fromShelf(broken.get()));
  }

  /** Puts back what an archive or a folder holds. */
  public void mendFrom(Path path) {
    mend(() -> {
      Arrival a = shelf.read(path.toString(), Progress.NONE);
      try {
        if (a.failed()) {
          throw new ShelfException(a.problems().getFirst());
        }
        return shelf.mending().from(a, broken.get());
      } finally {
        shelf.dismiss(a);
      }
    });
  }

  private void mend(Mender mender) {
    work.start(
        Words.of("upkeep.mend.job"),
        job -> {
          Mending.Mended m = mender.run();
          work.ui(() -> {
            broken.set(m.left());
            if (!m.setAside().isEmpty()) {
              work.problems()
                  .add(
                      Problem.note(
                          "set-aside",
                          null,
                          Words.of("upkeep.aside", m.setAside().size(), m.setAside().getFirst())));
            }
            changed.run();
          });
        });
  }

  /** Takes altered files as they are now. */
  public void acceptAltered() {
    List<BrokenFile> altered =
        broken.get().stream().filter(b -> b.state() == BrokenFile.State.ALTERED).toList();
    work.start(
        Words.of("upkeep.mend.job"),
        job -> {
          shelf.mending().accept(altered);
          work.ui(() -> {
            broken.set(
                broken.get().stream().filter(b -> b.state() != BrokenFile.State.ALTERED).toList());
            changed.run();
          });
        });
  }

  /** The name that is proposed for a file about this shelf. */
  public String fileName(String ending) {
    return shelf.folder().root().getFileName() + " " + LocalDate.now() + ending;
  }

  /** Writes the catalogue as JSON or CSV. */
  public void export(Path file) {
    work.start(
        Words.of("upkeep.export.job"),
        job -> {
          int n = shelf.export().write(file, job::report);
          say(Words.of("upkeep.exported", n, file));
        });
  }

  /** Takes over records from a file; {@code done} gets the change, for undoing it. */
  public void importFrom(Path file, Consumer<Edited> done) {
    work.start(
        Words.of("upkeep.import.job"),
        job -> {
          CatalogueImport.Imported r = shelf.importing().read(file);
          say(Words.of("upkeep.imported", r.changed()));
          work.ui(() -> {
            work.problems().addAll(r.problems());
            done.accept(r.edited());
            changed.run();
          });
        });
  }

  /** Writes a backup with all files. */
  public void backUp(Path zip) {
    work.start(
        Words.of("upkeep.backup.job"),
        job -> {
          long bytes = shelf.backup().write(zip, true, job::report);
          say(Words.of("upkeep.backedup", zip, Words.bytes(bytes)));
        });
  }

  /** Makes the catalogue anew from the records beside the packs. */
  public void rebuild() {
    work.start(
        Words.of("upkeep.rebuild.job"),
        job -> {
          List<Problem> said = shelf.rebuild();
          work.ui(() -> {
            work.problems().addAll(said);
            changed.run();
            lookForColours();
          });
        });
  }

  /** The licences with the unsettled ones that are in use first. */
  public List<Licence> licences(java.util.Collection<String> used) {
    List<Licence> out = new java.util.ArrayList<>();
    used.stream()
        .filter(id -> shelf.licences().find(id).isEmpty())
        .sorted()
        .map(Licence::unsettled)
        .forEach(out::add);
    List<Licence> all = shelf.licences().all();
    all.stream().filter(l -> used.contains(l.id())).forEach(out::add);
    all.stream().filter(l -> !used.contains(l.id())).forEach(out::add);
    return out;
  }

  /** Whether a licence is one's own entry. */
  public boolean own(String id) {
    return shelf.licences().isOwn(id);
  }

  /** Keeps one's own licence; {@code done} is called when it is kept. */
  public void put(Licence l, Runnable done) {
    work.start(
        Words.of("upkeep.licence.job"),
        job -> {
          shelf.licences().put(l);
          work.ui(() -> {
            changed.run();
            done.run();
          });
        });
  }

  /** Says something at the foot of the window. */
  public void say(Problem p) {
    work.problems().add(p);
  }

  private void say(String text) {
    work.ui(() -> say(Problem.note("done", null, text)));
  }
}
