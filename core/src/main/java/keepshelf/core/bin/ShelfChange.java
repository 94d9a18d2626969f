package keepshelf.core.bin;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.UnfinishedException;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.journal.Promises;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/**
 * A change of several packs at once. Every step can be done twice without harm, so that a change
 * that was interrupted is simply done again from its promise in the journal.
 *
 * @param id names the promise
 * @param what is done, for people
 * @param moves files and folders, by paths relative to the shelf
 * @param packs records to be written and put into the catalogue
 * @param gone packs whose records are moved away with their folders
 * @param installations to be put into the catalogue
 * @param entry what is noted in the bin, or null
 * @param emptied folder of an entry of the bin that is used up, relative to the shelf, or null
 */
public record ShelfChange(
    String id,
    String what,
    List<Move> moves,
    List<PackRecord> packs,
    List<String> gone,
    List<InstallationRecord> installations,
    @Nullable BinEntry entry,
    @Nullable String emptied) {
  private static final String ENDING = ".change";

  /** Records that are written side by side. */
  private static final int AT_ONCE = 32;

  /** One file or folder from one place on the shelf to another. */
  public record Move(String from, String to) {}

  /** Hears of each step, for tests that interrupt. */
  public interface Listener {
    /** A step is done. */
    void reached(String step);
  }

  /** Moves within the shelf, and records that change with them. */
  public static ShelfChange of(String what, List<Move> moves, List<PackRecord> packs) {
    return new ShelfChange(
        "change-" + java.util.UUID.randomUUID(),
        what,
        moves,
        packs,
        List.of(),
        List.of(),
        null,
        null);
  }

  /**
   * What is promised: the change, and what it changes.
   *
   * @param change to be done
   * @param before the packs as they were; a pack that was changed again since is left alone
   */
  private record Promise(ShelfChange change, List<PackRecord> before) {}

  /**
   * Promises and does; on failure everything is as before. The caller holds the shelf's lock.
   *
   * @throws keepshelf.core.disk.UnfinishedException when it could not be taken back either: then
   *     the next start finishes it
   */
  public void run(ShelfFolder shelf, Catalogue catalogue, Listener listener) throws IOException {
    List<PackRecord> before = new ArrayList<>();
    packs.forEach(p -> catalogue.pack(p.id()).ifPresent(before::add));
    run(before, shelf, catalogue, listener);
  }

  /**
   * As {@link #run(ShelfFolder, Catalogue, Listener)}, by a caller who has read the packs since it
   * took the lock.
   *
   * @param before the packs as they are, those that are there
   */
  public void run(
      List<PackRecord> before, ShelfFolder shelf, Catalogue catalogue, Listener listener)
      throws IOException {
    Path promise = Promises.write(shelf, id + ENDING, new Promise(this, before));
    listener.reached("promised");
    List<Move> done = new ArrayList<>();
    try {
      note(shelf);
      for (Move m : moves) {
        if (move(shelf, m)) {
          done.add(m);
        }
        listener.reached("moved " + m.from());
      }
      record(before, shelf, catalogue, listener);
    } catch (IOException | RuntimeException e) {
      if (!takenBack(shelf, before, done)) {
        throw new UnfinishedException(e);
      }
      Files.deleteIfExists(promise);
      throw e;
    }
    close(shelf, promise);
  }

  private void note(ShelfFolder shelf) throws IOException {
    if (entry != null) {
      Bin.write(shelf, entry);
    }
  }

  /** The catalogue comes last, and whole: what fails before it can be taken back. */
  private void record(
      List<PackRecord> before, ShelfFolder shelf, Catalogue catalogue, Listener listener)
      throws IOException {
    for (int from = 0; from < packs.size(); from += AT_ONCE) {
      List<PackRecord> some = packs.subList(from, Math.min(packs.size(), from + AT_ONCE));
      write(shelf, some);
      some.forEach(p -> listener.reached("recorded " + p.id()));
    }
    catalogue.change(before, packs, gone, installations);
    listener.reached("catalogued");
  }

  /**
   * Writes records side by side, as each waits for the disk. All of them have ended when this ends,
   * also when one fails: a late one would undo what is taken back.
   */
  private static void write(ShelfFolder shelf, List<PackRecord> some) throws IOException {
    List<Exception> troubles =
        some.parallelStream().map(p -> trouble(shelf, p)).flatMap(Optional::stream).toList();
    if (!troubles.isEmpty()) {
      switch (troubles.getFirst()) {
        case IOException io -> throw io;
        case RuntimeException r -> throw r;
        default -> throw new IllegalStateException(troubles.getFirst());
      }
    }
  }

  private static Optional<Exception> trouble(ShelfFolder shelf, PackRecord p) {
    try {
      write(shelf, p);
      return Optional.empty();
    } catch (IOException | RuntimeException e) {
      return Optional.of(e);
    }
  }

  private static void write(ShelfFolder shelf, PackRecord p) throws IOException {
    Files.createDirectories(shelf.packRecord(p.folder()).getParent());
    FileTrees.writeAtomically(shelf.packRecord(p.folder()), Json.pretty(p));
  }

  /** Whether everything is as before. */
  private boolean takenBack(ShelfFolder shelf, List<PackRecord> before, List<Move> done) {
    try {
      Set<String> known = new HashSet<>();
      for (PackRecord p : before) {
        known.add(p.id());
      }
      for (PackRecord p : packs) {
        if (!known.contains(p.id())
            && done.stream().noneMatch(m -> m.to().equals(p.folder() + ".pack.json"))) {
          Files.deleteIfExists(shelf.packRecord(p.folder()));
        }
      }
      for (Move m : done.reversed()) {
        move(shelf, new Move(m.to(), m.from()));
      }
      for (PackRecord p : before) {
        write(shelf, p);
      }
      if (entry != null) {
        FileTrees.delete(Bin.folder(shelf, entry));
      }
      return true;
    } catch (IOException | RuntimeException e) {
      org.slf4j.LoggerFactory.getLogger(ShelfChange.class).debug("not taken back: {}", id, e);
      return false;
    }
  }

  /** All is done; what is left here is only in the way. */
  private void close(ShelfFolder shelf, Path promise) {
    try {
      Files.deleteIfExists(promise);
      if (emptied != null) {
        Bin.discard(binFolder(shelf, emptied));
      }
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(ShelfChange.class).debug("left: {}", promise, e);
    }
  }

  /** The entry of the bin that is used up; nothing else on a shelf is ever deleted by a promise. */
  private static Path binFolder(ShelfFolder shelf, String emptied) {
    Path folder = shelf.resolve(emptied);
    if (!shelf.resolve(Bin.FOLDER).equals(folder.getParent())) {
      throw new OutsideShelfException(shelf.root(), emptied);
    }
    return folder;
  }

  private static boolean move(ShelfFolder shelf, Move m) throws IOException {
    Path from = shelf.resolve(m.from());
    Path to = shelf.resolve(m.to());
    if (!Files.exists(from) || Files.exists(to)) {
      return false;
    }
    Files.createDirectories(to.getParent());
    Files.move(from, to, StandardCopyOption.ATOMIC_MOVE);
    return true;
  }

  /** Does what a process that died had promised. The caller holds the shelf's lock. */
  static List<Problem> settle(ShelfFolder shelf, Catalogue catalogue) throws IOException {
    List<Problem> said = new ArrayList<>();
    Promises.settle(
        shelf, ENDING, Promise.class, said, (f, p) -> settle(shelf, catalogue, f, p, said));
    return said;
  }

  private static void settle(
      ShelfFolder shelf, Catalogue catalogue, Path file, Promise promise, List<Problem> said)
      throws IOException {
    ShelfChange change = promise.change();
    change.follow(shelf);
    if (change.overtaken(catalogue, promise.before())) {
      Promises.putAside(file, "refused", said);
      return;
    }
    change.note(shelf);
    for (Move m : change.moves) {
      move(shelf, m);
    }
    // What stood there when it was promised may not be there now.
    change.record(List.of(), shelf, catalogue, step -> {});
    change.close(shelf, file);
    said.add(
        Problem.note(
            "finished",
            null,
            Phrase.of("shelfChange.interrupted-last-time-has-been", change.what)));
  }

  /** Looks at all paths before the first of them is touched. */
  private void follow(ShelfFolder shelf) {
    moves.forEach(m -> {
      shelf.resolve(m.from());
      shelf.resolve(m.to());
    });
    packs.forEach(p -> shelf.packRecord(p.folder()));
    if (emptied != null) {
      binFolder(shelf, emptied);
    }
    if (entry != null) {
      Bin.folder(shelf, entry);
    }
  }

  /** Whether one of the packs was changed in another way since. */
  private boolean overtaken(Catalogue catalogue, List<PackRecord> before) {
    for (PackRecord after : packs) {
      PackRecord now = catalogue.pack(after.id()).orElse(null);
      boolean expected =
          now == null
              || now.equals(after)
              || before.stream().noneMatch(b -> b.id().equals(after.id()))
              || before.contains(now);
      if (!expected) {
        return true;
      }
    }
    return false;
  }
}
