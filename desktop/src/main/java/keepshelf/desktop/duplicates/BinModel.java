package keepshelf.desktop.duplicates;

import java.io.IOException;
import java.util.List;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import keepshelf.core.Shelf;
import keepshelf.core.bin.BinEntry;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/** What was let go, and what was kept on purpose. All on the interface thread. */
public final class BinModel {
  private final Shelf shelf;
  private final WorkList work;
  private final Runnable changed;
  private final Runnable search;
  private final ObservableList<BinEntry> entries = FXCollections.observableArrayList();

  /**
   * Over the bin of {@code shelf}.
   *
   * @param changed is called after something came back or was deleted
   * @param search looks again for what is there twice
   */
  BinModel(Shelf shelf, WorkList work, Runnable changed, Runnable search) {
    this.shelf = shelf;
    this.work = work;
    this.changed = changed;
    this.search = search;
  }

  /** What was let go, latest first. */
  public ObservableList<BinEntry> entries() {
    return entries;
  }

  /** Bytes that lie in the bin or are shared. */
  public long bytes() {
    return entries.stream().mapToLong(BinEntry::bytes).sum();
  }

  /** Reads the bin; off the interface thread. */
  List<BinEntry> read() throws ShelfException {
    try {
      return shelf.bin().entries();
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error("disk", null, Words.of("duplicates.bin.unreadable", e.getMessage())), e);
    }
  }

  /** Brings an entry back from the bin; null for the latest one. */
  public void bringBack(BinEntry entry) {
    BinEntry e = entry != null ? entry : entries.isEmpty() ? null : entries.getFirst();
    if (e == null) {
      return;
    }
    work.start(
        Words.of("duplicates.job.back", e.name()),
        job -> {
          if (e.links().isEmpty()) {
            shelf.bin().bringBack(e);
          } else {
            shelf.links().part(e);
          }
          work.ui(changed);
        });
  }

  /** Deletes everything in the bin for good. */
  public void empty() {
    List<BinEntry> gone = List.copyOf(entries);
    work.start(
        Words.of("duplicates.job.empty"),
        job -> {
          long freed = shelf.bin().empty(gone);
          work.ui(() -> {
            work.problems()
                .add(
                    Problem.note(
                        "emptied", null, Words.of("duplicates.emptied", Words.bytes(freed))));
            changed.run();
          });
        });
  }

  /** How many pairs are kept on purpose. */
  public int kept() {
    return shelf.catalogue().remembered().keptApart().size();
  }

  /** Asks again about the pairs that were kept on purpose. */
  public void askAgain() {
    work.start(
        Words.of("duplicates.job.search"),
        job -> {
          shelf
              .catalogue()
              .remembered()
              .keptApart()
              .forEach(shelf.catalogue().remembered()::removeKeptApart);
          work.ui(search);
        });
  }
}
