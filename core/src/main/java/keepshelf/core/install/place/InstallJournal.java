package keepshelf.core.install.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.UnfinishedException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.install.folder.HostFolders;
import keepshelf.core.install.folder.Receipts;
import keepshelf.core.journal.Promises;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/**
 * What installing has begun, as a small file on the shelf that outlives the process. First it names
 * the folder that is being filled; when that is whole, also the receipt, from then on the work is
 * finished and not taken back.
 */
public final class InstallJournal {
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
      @Nullable InstallationRecord record,
      @Nullable String gone) {}

  private final Path file;
  private Entry entry;

  private InstallJournal(Path file, Entry entry) {
    this.file = file;
    this.entry = entry;
  }

  /** Notes that {@code fresh} is going to be filled. */
  public static InstallJournal begin(ShelfFolder shelf, Path fresh, Path folder, Path old)
      throws IOException {
    ProcessHandle me = ProcessHandle.current();
    Entry e =
        new Entry(
            me.pid(), started(me), fresh.toString(), folder.toString(), old.toString(), null, null);
    Path file = Promises.write(shelf, fresh.getFileName().toString().substring(1) + ENDING, e);
    return new InstallJournal(file, e);
  }

  private static String started(ProcessHandle p) {
    return p.info().startInstant().map(Instant::toString).orElse("");
  }

  /** Promises that the fresh folder, which is whole now, will stand in its place. */
  void promise(InstallationRecord record, @Nullable String gone) throws IOException {
    // What was to be taken out of the same place is wanted again.
    Files.deleteIfExists(file.resolveSibling(record.id() + Removing.ENDING));
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

  /**
   * Keeps the promise. The caller holds the shelf's lock.
   *
   * @throws UnfinishedException when it broke off and could not be taken back: the next start
   *     finishes it
   */
  void keep(Catalogue catalogue) throws IOException {
    try {
      finish(entry, catalogue);
    } catch (IOException | RuntimeException e) {
      if (!takenBack()) {
        throw new UnfinishedException(e);
      }
      throw e;
    }
    close(file);
  }

  private static void close(Path file) {
    try {
      Files.deleteIfExists(file);
    } catch (IOException e) {
      // All is done; the next start finds it so.
      org.slf4j.LoggerFactory.getLogger(InstallJournal.class).debug("entry left: {}", file, e);
    }
  }

  /** Whether the place is as it was. */
  private boolean takenBack() {
    Path fresh = Path.of(entry.fresh());
    Path folder = Path.of(entry.folder());
    Path old = Path.of(entry.old());
    try {
      if (!Files.exists(fresh) && Files.exists(folder)) {
        Files.move(folder, fresh, StandardCopyOption.ATOMIC_MOVE);
      }
      if (Files.exists(old)) {
        Files.move(old, folder, StandardCopyOption.ATOMIC_MOVE);
      }
      return true;
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(InstallJournal.class).debug("not taken back", e);
      return false;
    }
  }

  /**
   * Takes back what was begun. What already stands in its place stays, and the entry with it: the
   * next start records it.
   */
  void giveUp() {
    if (entry.record() != null && !Files.exists(Path.of(entry.fresh()))) {
      return;
    }
    FileTrees.deleteQuietly(Path.of(entry.fresh()));
    close(file);
  }

  /** Puts the fresh folder in its place; the catalogue comes last, and whole. */
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
    catalogue.putInstallation(Objects.requireNonNull(e.record()), e.gone());
    FileTrees.deleteQuietly(old);
  }

  /** Settles what processes that died left behind; nothing while another one changes the shelf. */
  public static List<Problem> settle(ShelfFolder shelf, Catalogue catalogue) throws IOException {
    List<Problem> said = new ArrayList<>();
    Optional<ShelfLock> lock = ShelfLock.tryTake(shelf);
    if (lock.isEmpty()) {
      return said;
    }
    try (ShelfLock _ = lock.get()) {
      Promises.settle(shelf, ENDING, Entry.class, said, (f, e) -> settle(f, e, catalogue, said));
    }
    return said;
  }

  /** Paths of an entry are followed only where a person on this computer has named a host. */
  private static void follow(Entry e) {
    Path fresh = HostFolders.checked(e.fresh());
    Path folder = HostFolders.checked(e.folder());
    Path old = HostFolders.checked(e.old());
    boolean ours =
        fresh.getFileName().toString().matches("\\.keepshelf-.*\\.new")
            && old.getFileName().toString().matches("\\.keepshelf-.*\\.old")
            && Objects.equals(fresh.getParent(), old.getParent())
            && folder.startsWith(fresh.getParent())
            && !folder.equals(fresh.getParent());
    if (!ours) {
      throw new IllegalArgumentException(e.fresh());
    }
  }

  private static void settle(Path file, Entry e, Catalogue catalogue, List<Problem> said)
      throws IOException {
    follow(e);
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
                Phrase.of("installJournal.installing-into-interrupted-nothing-there", e.folder())));
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
                Phrase.of(
                    "installJournal.installing-interrupted-finished-now", e.record().document())));
      }
      Files.deleteIfExists(file);
    } catch (IOException x) {
      // The host's disk may not be there now; the entry waits for the next start.
      said.add(
          Problem.warning(
              "install-unfinished",
              e.folder(),
              Phrase.of(
                  "installJournal.installing-into-interrupted-cannot-finished",
                  e.folder(),
                  x.getMessage())));
    }
  }

  private static boolean alive(Entry e) {
    return ProcessHandle.of(e.process())
        .filter(ProcessHandle::isAlive)
        .filter(p -> started(p).equals(e.started()))
        .isPresent();
  }
}
