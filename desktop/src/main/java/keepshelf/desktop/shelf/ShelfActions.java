package keepshelf.desktop.shelf;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Deque;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import keepshelf.core.Shelf;
import keepshelf.core.bin.BinEntry;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.edit.Edited;
import keepshelf.core.edit.Field;
import keepshelf.core.making.Companion;
import keepshelf.core.making.Making;
import keepshelf.core.making.MapWish;
import keepshelf.core.making.mend.Cure;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.bench.BenchActions;
import keepshelf.desktop.making.DeriveMenu;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.Job;
import keepshelf.desktop.work.WorkList;
import keepshelf.imaging.derive.MainColours;
import org.slf4j.LoggerFactory;

/** What a person does to what is chosen, each undoable. Works in the background. */
public final class ShelfActions implements DeriveMenu.Ways {
  /** Of larger tiles: made twice they are the same. */
  private static final long SEED = 1;

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

  /** {@code items} are the records that it keeps for undoing. */
  private record Step(String what, int items, Done done) {}

  private static final int MOST_STEPS = 100;

  /** Records of items kept for undoing, all steps together; the last step always stays. */
  private static final int MOST_ITEMS = 40_000;

  private final Shelf shelf;
  private final WorkList work;
  private final Runnable changed;
  private final Runnable removed;
  private final Deque<Step> steps = new ArrayDeque<>();
  private final ReadOnlyObjectWrapper<Last> last = new ReadOnlyObjectWrapper<>();

  /**
   * On {@code shelf}; both are called on the interface thread.
   *
   * @param changed after records were changed
   * @param removed after items went or came back
   */
  public ShelfActions(Shelf shelf, WorkList work, Runnable changed, Runnable removed) {
    this.shelf = shelf;
    this.work = work;
    this.changed = changed;
    this.removed = removed;
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

  /** Keeps an order or invoice beside the pack of an item. */
  public void invoice(String item, java.nio.file.Path file) {
    edit(Words.of("tag.invoice"), () -> shelf.editing().invoice(item, file));
  }

  /** Keeps the finishes of an item. */
  public BenchActions.Keeper finishes(String item) {
    return new BenchActions.Keeper() {
      @Override
      public void keep(Finish finish, String insteadOf) {
        edit(
            Words.of("finish.keep"),
            () ->
                shelf
                    .editing()
                    .mark(
                        List.of(item),
                        Words.of("finish.done.kept", finish.name()),
                        m ->
                            (insteadOf == null ? m : m.withoutFinish(insteadOf))
                                .withFinish(finish)));
      }

      @Override
      public void remove(String name) {
        edit(
            Words.of("finish.remove"),
            () ->
                shelf
                    .editing()
                    .mark(
                        List.of(item),
                        Words.of("finish.done.removed", name),
                        m -> m.withoutFinish(name)));
      }
    };
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
            work.ui(() -> did(e));
          }
        });
  }

  /** Keeps a query under a name; null forgets the name. */
  public void saveSearch(String name, String query) {
    work.start(
        Words.of("shelf.saved"),
        job -> {
          if (query == null) {
            shelf.savedSearches().remove(name);
          } else {
            shelf.savedSearches().put(name, query);
          }
        });
  }

  /** Takes over a change that was made elsewhere, as by an import. */
  public void did(Edited e) {
    if (!e.isNothing()) {
      int records =
          e.before().stream().mapToInt(p -> p.items().size()).sum()
              + e.after().stream().mapToInt(p -> p.items().size()).sum();
      did(e.what(), records, () -> shelf.editing().undo(e));
    }
  }

  /** Moves items into the shelf's bin. */
  public void letGo(Collection<String> items) {
    List<String> ids = List.copyOf(items);
    String what = Words.of("shelf.letgo", ids.size());
    work.start(
        what,
        job -> {
          List<BinEntry> gone = new ArrayList<>();
          try {
            for (int i = 0; i < ids.size(); i++) {
              ShelvedItem s = shelf.catalogue().item(ids.get(i)).orElse(null);
              if (s != null) {
                job.report(s.item().name(), (double) i / ids.size());
                gone.add(shelf.lettingGo().run(shelf.lettingGo().plan(s, null, false)));
              }
            }
          } finally {
            work.ui(() -> {
              if (!gone.isEmpty()) {
                did(
                    gone.size() == 1 ? letGo(gone.getFirst()) : what,
                    gone.size(),
                    () -> {
                      bringBack(gone);
                      work.ui(removed);
                    });
                removed.run();
              }
            });
          }
        });
  }

  private static String letGo(BinEntry e) {
    return Words.of("shelf.letgo.one", e.name());
  }

  private void bringBack(List<BinEntry> gone) throws ShelfException {
    for (BinEntry e : gone.reversed()) {
      shelf.bin().bringBack(e);
    }
  }

  private void did(String what, int items, Done how) {
    steps.push(new Step(what, items, how));
    while (steps.size() > MOST_STEPS
        || (steps.size() > 1 && steps.stream().mapToInt(Step::items).sum() > MOST_ITEMS)) {
      steps.removeLast();
    }
    last.set(new Last(what, true));
    changed.run();
  }

  /** Makes maps of items; what was made can be taken back. */
  public void make(List<ShelvedItem> items, Set<MapRole> roles) {
    String title = items.size() == 1 ? items.getFirst().item().name() : roles.toString();
    work.start(
        Words.of("make.job", title),
        job -> {
          List<Making.Made> made = new ArrayList<>();
          List<Problem> said = new ArrayList<>();
          for (ShelvedItem s : items) {
            Set<MapRole> missing = EnumSet.noneOf(MapRole.class);
            Making.missing(s).stream()
                .map(Making.Missing::role)
                .filter(roles::contains)
                .forEach(missing::add);
            if (missing.isEmpty()) {
              continue;
            }
            job.report(s.item().name(), -1);
            try {
              Making.Made m =
                  shelf
                      .making()
                      .make(
                          shelf.making().plan(s, MapWish.of(missing)),
                          (bytes, what) -> job.report(what, -1));
              made.add(m);
              said.addAll(m.problems());
            } catch (ShelfException e) {
              said.add(e.problem());
            }
          }
          work.ui(() -> {
            work.problems().addAll(said.stream().distinct().toList());
            made(made);
          });
        });
  }

  @Override
  public void companion(ShelvedItem item, Companion.Pick pick, String name, ShelvedItem relief) {
    makeOne(
        Words.of("make.job", item.item().name()),
        job -> shelf.making().companion().make(item, pick, name, relief));
  }

  @Override
  public void enlarge(ShelvedItem item, int times) {
    makeOne(
        Words.of("make.job.larger", item.item().name()),
        job -> shelf.making().sets().enlarge(item, times, null, SEED, null));
  }

  @Override
  public void colours(ShelvedItem item, Consumer<List<MainColours.Share>> to) {
    work.quietly(() -> {
      try {
        List<MainColours.Share> all = shelf.making().companion().colours(item);
        work.ui(() -> to.accept(all));
      } catch (ShelfException e) {
        // The mean is there to be chosen, and says why it cannot be when it is.
        LoggerFactory.getLogger(ShelfActions.class).debug("no main colours", e);
      }
    });
  }

  /** Makes a set that tiles out of one that does not. */
  public void tile(ShelvedItem item) {
    makeOne(
        Words.of("make.job", item.item().name()), job -> shelf.making().sets().tiling(item, null));
  }

  /** Makes what was made again, of what its parents are now. */
  public void again(ShelvedItem item) {
    makeOne(
        Words.of("make.job", item.item().name()),
        job -> shelf.making().remaking().again(item, (bytes, what) -> job.report(what, -1)));
  }

  /** Puts maps of an item right. */
  public void mend(ShelvedItem item, Set<Cure> cures) {
    makeOne(
        Words.of("mend.job", item.item().name()),
        job ->
            shelf
                .making()
                .make(
                    shelf.making().planMending(item, cures),
                    (bytes, what) -> job.report(what, -1)));
  }

  private interface Maker {
    Making.Made make(Job job) throws ShelfException;
  }

  private void makeOne(String title, Maker maker) {
    work.start(
        title,
        job -> {
          Making.Made m = maker.make(job);
          work.ui(() -> {
            work.problems().addAll(m.problems());
            made(List.of(m));
          });
        });
  }

  /** Takes over that something was made elsewhere; {@code what} says so. */
  public void done(String what, Making.Made made) {
    done(what, List.of(made));
  }

  private void made(List<Making.Made> made) {
    if (made.isEmpty()) {
      return;
    }
    String names =
        String.join(
            ", ", made.getFirst().maps().stream().map(m -> m.role().title()).distinct().toList());
    done(Words.of("make.done", made.getFirst().item().item().name(), names), made);
  }

  private void done(String what, List<Making.Made> made) {
    did(
        what,
        made.size(),
        () -> {
          for (Making.Made m : made.reversed()) {
            shelf.making().takeBack(m);
          }
          work.ui(removed);
        });
    removed.run();
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
