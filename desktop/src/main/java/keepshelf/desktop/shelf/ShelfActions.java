package keepshelf.desktop.shelf;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.List;
import java.util.Map;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import keepshelf.core.Shelf;
import keepshelf.core.bin.BinEntry;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.edit.Edited;
import keepshelf.core.edit.Field;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.Words;
import keepshelf.desktop.work.WorkList;

/** What a person does to what is chosen, each undoable. Works in the background. */
public final class ShelfActions {
  /** Something done that can be undone. */
  private interface Done {
    void undo() throws ShelfException;
  }

  /**
   * The last thing done.
   *
   * @param what in words
   * @param undoable whether it can be undone
   */
  public record Last(String what, boolean undoable) {}

  private record Step(String what, Done done) {}

  private static final int MOST_STEPS = 100;

  private final Shelf shelf;
  private final WorkList work;
  private final Runnable changed;
  private final Deque<Step> steps = new ArrayDeque<>();
  private final ReadOnlyObjectWrapper<Last> last = new ReadOnlyObjectWrapper<>();

  /** On {@code shelf}; {@code changed} is called on the interface thread after each change. */
  public ShelfActions(Shelf shelf, WorkList work, Runnable changed) {
    this.shelf = shelf;
    this.work = work;
    this.changed = changed;
  }

  /** The last thing that was done, or null. */
  public ReadOnlyObjectProperty<Last> lastProperty() {
    return last.getReadOnlyProperty();
  }

  /** Sets a field of all these items; false when the text makes no sense, which is said. */
  public boolean set(Collection<String> items, Field field, String text) {
    try {
      field.check(text);
    } catch (IllegalArgumentException e) {
      work.problems().add(Problem.warning("edit", null, e.getMessage()));
      return false;
    }
    edit(Words.of("field." + field.id()), () -> shelf.editing().set(items, Map.of(field, text)));
    return true;
  }

  /** Lets the other items stand as one with {@code main}. */
  public void join(String main, Collection<String> others) {
    edit(Words.of("shelf.join"), () -> shelf.editing().merge(main, others));
  }

  /** Makes an item of its own of some maps. */
  public void split(String item, Collection<String> paths, String name) {
    edit(Words.of("shelf.split"), () -> shelf.editing().split(item, paths, name));
  }

  /** Moves an item with its files to another pack. */
  public void moveTo(String item, String pack) {
    edit(Words.of("shelf.move"), () -> shelf.editing().moveTo(item, pack));
  }

  private interface Editor {
    Edited run() throws ShelfException;
  }

  private void edit(String title, Editor editor) {
    work.start(
        title,
        job -> {
          Edited e = editor.run();
          if (!e.isNothing()) {
            work.ui(() -> did(e.what(), () -> shelf.editing().undo(e)));
          }
        });
  }

  /** Takes over a change that was made elsewhere, as by an import. */
  public void did(Edited e) {
    if (!e.isNothing()) {
      did(e.what(), () -> shelf.editing().undo(e));
    }
  }

  /** Moves items into the shelf's bin. */
  public void letGo(List<ShelvedItem> items) {
    String what =
        items.size() == 1
            ? Words.of("shelf.letgo.one", items.getFirst().item().name())
            : Words.of("shelf.letgo.many", items.size());
    work.start(
        what,
        job -> {
          List<BinEntry> gone = new ArrayList<>();
          try {
            for (int i = 0; i < items.size(); i++) {
              job.report(items.get(i).item().name(), (double) i / items.size());
              gone.add(shelf.lettingGo().run(shelf.lettingGo().plan(items.get(i), null, false)));
            }
          } finally {
            work.ui(() -> {
              if (!gone.isEmpty()) {
                did(what, () -> bringBack(gone));
              }
            });
          }
        });
  }

  private void bringBack(List<BinEntry> gone) throws ShelfException {
    for (BinEntry e : gone.reversed()) {
      shelf.bin().bringBack(e);
    }
  }

  private void did(String what, Done how) {
    steps.push(new Step(what, how));
    if (steps.size() > MOST_STEPS) {
      steps.removeLast();
    }
    last.set(new Last(what, true));
    changed.run();
  }

  /** Undoes the last thing. */
  public void undo() {
    Step s = steps.poll();
    if (s == null) {
      return;
    }
    work.start(
        Words.of("shelf.undoing", s.what()),
        job -> {
          s.done().undo();
          work.ui(() -> {
            last.set(new Last(Words.of("shelf.undone", s.what()), false));
            changed.run();
          });
        });
  }
}
