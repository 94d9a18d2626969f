package keepshelf.core.bin;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.archive.FileTrees;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.intake.ShelfFolder;
import keepshelf.core.problem.Problem;
import keepshelf.core.store.Json;

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
 * @param emptied folder to be deleted at the end, relative to the shelf, or null
 */
public record ShelfChange(
    String id,
    String what,
    List<Move> moves,
    List<PackRecord> packs,
    List<String> gone,
    List<InstallationRecord> installations,
    BinEntry entry,
    String emptied) {
  private static final String ENDING = ".change";

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

  /** Promises and does; on failure everything is as before. The caller holds the shelf's lock. */
  public void run(ShelfFolder shelf, Catalogue catalogue, Listener listener) throws IOException {
    Path promise = shelf.journal().resolve(id + ENDING);
    FileTrees.writeAtomically(promise, Json.pretty(this));
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
    } catch (IOException | RuntimeException e) {
      for (Move m : done.reversed()) {
        move(shelf, new Move(m.to(), m.from()));
      }
      if (entry != null) {
        FileTrees.deleteQuietly(Bin.folder(shelf, entry));
      }
      Files.deleteIfExists(promise);
      throw e;
    }
    record(shelf, catalogue, listener, promise);
  }

  private void note(ShelfFolder shelf) throws IOException {
    if (entry != null) {
      Bin.write(shelf, entry);
    }
  }

  private void record(ShelfFolder shelf, Catalogue catalogue, Listener listener, Path promise)
      throws IOException {
    for (PackRecord p : packs) {
      Files.createDirectories(shelf.packRecord(p.folder()).getParent());
      FileTrees.writeAtomically(shelf.packRecord(p.folder()), Json.pretty(p));
      listener.reached("recorded " + p.id());
    }
    catalogue.change(packs, gone, installations);
    listener.reached("catalogued");
    if (emptied != null) {
      FileTrees.delete(shelf.resolve(emptied));
    }
    Files.deleteIfExists(promise);
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
    try (var entries = Files.newDirectoryStream(shelf.journal(), "*" + ENDING)) {
      for (Path e : entries) {
        ShelfChange change;
        try {
          change = Json.mapper().readValue(Files.readAllBytes(e), ShelfChange.class);
        } catch (RuntimeException x) {
          Files.move(e, e.resolveSibling(e.getFileName() + ".unreadable"));
          said.add(
              Problem.warning(
                  "journal",
                  e.toString(),
                  "A note about unfinished work cannot be read and was put aside: "
                      + e
                      + ". Look into the bin and at the packs; nothing was deleted."));
          continue;
        }
        change.note(shelf);
        for (Move m : change.moves) {
          move(shelf, m);
        }
        change.record(shelf, catalogue, step -> {}, e);
        said.add(
            Problem.note(
                "finished",
                null,
                change.what + " was interrupted last time and has been finished."));
      }
    }
    return said;
  }
}
