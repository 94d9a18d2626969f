package keepshelf.core.install;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import keepshelf.core.archive.FileTrees;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.InstallationRecord;
import keepshelf.core.intake.ShelfFolder;
import keepshelf.core.intake.ShelfLock;
import keepshelf.core.problem.Problem;
import keepshelf.core.store.Json;
import tools.jackson.core.JacksonException;

/**
 * What installing has begun, as a small file on the shelf that outlives the process. First it names
 * the folder that is being filled; when that is whole, also the receipt, from then on the work is
 * finished and not taken back.
 */
final class InstallJournal {
  private static final String ENDING = ".install";

  /**
   * An entry.
   *
   * @param process number of the process that is at it
   * @param started when that process was started, so that another one of its number is not taken
   *     for it
   * @param fresh folder that is filled
   * @param folder where it is to stand
   * @param old where that is put meanwhile
   * @param record the receipt, or null as long as the fresh folder is not whole
   * @param gone identifier of the installation that the new one takes the place of, or null
   */
  record Entry(
      long process,
      String started,
      String fresh,
      String folder,
      String old,
      InstallationRecord record,
      String gone) {}

  private final ShelfFolder shelf;
  private final Path file;
  private Entry entry;

  private InstallJournal(ShelfFolder shelf, Path file, Entry entry) {
    this.shelf = shelf;
    this.file = file;
    this.entry = entry;
  }

  /** Notes that {@code fresh} is going to be filled. */
  static InstallJournal begin(ShelfFolder shelf, Path fresh, Path folder, Path old)
      throws IOException {
    ProcessHandle me = ProcessHandle.current();
    Entry e =
        new Entry(
            me.pid(), started(me), fresh.toString(), folder.toString(), old.toString(), null, null);
    Path file = shelf.journal().resolve(fresh.getFileName().toString().substring(1) + ENDING);
    FileTrees.writeAtomically(file, Json.pretty(e));
    return new InstallJournal(shelf, file, e);
  }

  private static String started(ProcessHandle p) {
    return p.info().startInstant().map(Instant::toString).orElse("");
  }

  /** Promises that the fresh folder, which is whole now, will stand in its place. */
  void promise(InstallationRecord record, String gone) throws IOException {
    entry =
        new Entry(
            entry.process(),
            entry.started(),
            entry.fresh(),
            entry.folder(),
            entry.old(),
            record,
            gone);
    FileTrees.writeAtomically(file, Json.pretty(entry));
  }

  /** Keeps the promise. The caller holds the shelf's lock. */
  void keep(Catalogue catalogue) throws IOException {
    finish(entry, catalogue);
    Files.deleteIfExists(file);
  }

  /**
   * Takes back what was begun. What already stands in its place stays, and the entry with it: the
   * next start records it.
   */
  void giveUp() {
    if (entry.record() != null && !Files.exists(Path.of(entry.fresh()))) {
      return;
    }
    try {
      Path old = Path.of(entry.old());
      if (Files.exists(old) && !Files.exists(Path.of(entry.folder()))) {
        Files.move(old, Path.of(entry.folder()), StandardCopyOption.ATOMIC_MOVE);
      }
      FileTrees.deleteQuietly(Path.of(entry.fresh()));
      Files.deleteIfExists(file);
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(InstallJournal.class).warn("left: {}", file, e);
    }
  }

  private static void finish(Entry e, Catalogue catalogue) throws IOException {
    Path fresh = Path.of(e.fresh());
    Path folder = Path.of(e.folder());
    Path old = Path.of(e.old());
    if (Files.exists(fresh)) {
      if (Files.exists(folder) && !Files.exists(old)) {
        Files.move(folder, old, StandardCopyOption.ATOMIC_MOVE);
      }
      Files.createDirectories(folder.getParent());
      Files.move(fresh, folder, StandardCopyOption.ATOMIC_MOVE);
    }
    catalogue.putInstallation(e.record());
    if (e.gone() != null && !e.gone().equals(e.record().id())) {
      catalogue.removeInstallation(e.gone());
    }
    FileTrees.deleteQuietly(old);
  }

  /** Settles what processes that died left behind; nothing while another one changes the shelf. */
  static List<Problem> settle(ShelfFolder shelf, Catalogue catalogue) throws IOException {
    List<Problem> said = new ArrayList<>();
    Optional<ShelfLock> lock = ShelfLock.tryTake(shelf);
    if (lock.isEmpty()) {
      return said;
    }
    try (ShelfLock held = lock.get();
        var entries = Files.newDirectoryStream(shelf.journal(), "*" + ENDING)) {
      for (Path file : entries) {
        settle(file, catalogue, said);
      }
    }
    return said;
  }

  private static void settle(Path file, Catalogue catalogue, List<Problem> said)
      throws IOException {
    Entry e;
    try {
      e = Json.mapper().readValue(Files.readAllBytes(file), Entry.class);
    } catch (JacksonException x) {
      Files.move(
          file,
          file.resolveSibling(file.getFileName() + ".unreadable"),
          StandardCopyOption.REPLACE_EXISTING);
      return;
    }
    if (alive(e)) {
      return;
    }
    try {
      if (e.record() == null) {
        FileTrees.delete(Path.of(e.fresh()));
        said.add(
            Problem.note(
                "install-given-up",
                e.folder(),
                "Installing into "
                    + e.folder()
                    + " was interrupted; nothing there was changed. Install it again."));
      } else if (!Files.exists(Path.of(e.fresh()))
          && !Receipts.isOf(Path.of(e.folder()), e.record().id())) {
        // Somebody took it all away meanwhile.
        Files.deleteIfExists(file);
        return;
      } else {
        finish(e, catalogue);
        said.add(
            Problem.note(
                "install-finished",
                e.record().document(),
                "Installing " + e.record().document() + " was interrupted and is finished now."));
      }
      Files.deleteIfExists(file);
    } catch (IOException x) {
      // The host's disk may not be there now; the entry waits for the next start.
      said.add(
          Problem.warning(
              "install-unfinished",
              e.folder(),
              "Installing into "
                  + e.folder()
                  + " was interrupted and cannot be finished now: "
                  + x.getMessage()
                  + ". It is tried again when the shelf is opened next."));
    }
  }

  private static boolean alive(Entry e) {
    return ProcessHandle.of(e.process())
        .filter(ProcessHandle::isAlive)
        .filter(p -> started(p).equals(e.started()))
        .isPresent();
  }
}
