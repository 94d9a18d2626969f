package keepshelf.core.install.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.InstalledFile;
import keepshelf.core.disk.StorageException;
import keepshelf.core.disk.UnfinishedException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.install.folder.HostFolders;
import keepshelf.core.install.folder.Receipts;
import keepshelf.core.journal.Promises;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/**
 * Takes an installation out of its host, under a promise on the shelf: what a process that died has
 * begun is finished when the shelf is opened next. What a person changed stays.
 */
public final class Removing {
  static final String ENDING = ".uninstall";

  /**
   * The promise.
   *
   * @param gone what goes
   * @param root folder of the host, which stays
   */
  record Entry(InstallationRecord gone, String root) {}

  private Removing() {}

  /**
   * Removes {@code i}. The caller holds the shelf's lock.
   *
   * @param root folder of its host
   * @return a warning for each file that was changed and therefore left
   * @throws UnfinishedException when it broke off: the next start finishes it
   */
  public static List<Problem> remove(
      ShelfFolder shelf, Catalogue catalogue, InstallationRecord i, Path root) throws IOException {
    Path folder = folder(i);
    Entry entry = new Entry(i, root.toString());
    Path file = Promises.write(shelf, i.id() + ENDING, entry);
    try {
      // Another shelf may have installed there since.
      boolean ours = !Receipts.isOfAnother(folder, i.id());
      List<Problem> left = finish(ours ? i : null, entry, catalogue);
      Files.deleteIfExists(file);
      return left;
    } catch (IOException | StorageException e) {
      throw new UnfinishedException(e);
    }
  }

  private static Path folder(InstallationRecord i) {
    return Objects.requireNonNull(HostFolders.checked(i.document()).getParent());
  }

  /**
   * Takes away what is there.
   *
   * @param i what is known of it, or null when nothing there is ours
   */
  private static List<Problem> finish(@Nullable InstallationRecord i, Entry e, Catalogue catalogue)
      throws IOException {
    Path folder = folder(e.gone());
    List<Problem> left = new ArrayList<>();
    if (i != null) {
      Set<String> altered = altered(i, left);
      Set<Path> folders = new LinkedHashSet<>();
      for (InstalledFile f : i.files()) {
        if (!altered.contains(f.path()) && !f.packaged()) {
          Files.deleteIfExists(HostFolders.checked(f.path()));
          folders.add(Path.of(f.path()).getParent());
        }
      }
      Files.deleteIfExists(folder.resolve(Receipts.FILE));
      folders.remove(folder);
      Path root = HostFolders.checked(e.root());
      for (Path f : folders) {
        deleteEmpty(f, folder);
      }
      deleteEmpty(folder, root);
    }
    catalogue.removeInstallation(e.gone().id());
    return left;
  }

  private static Set<String> altered(InstallationRecord i, List<Problem> left) {
    Set<String> altered = new LinkedHashSet<>();
    for (Problem p : Receipts.compare(i)) {
      if (p.code().equals("altered-file")) {
        altered.add(p.path());
        left.add(
            Problem.warning(
                "left-altered-file",
                p.path(),
                Phrase.of("removing.changed-after-installing-left-where", p.path())));
      }
    }
    return altered;
  }

  /** Deletes a folder and those around it as long as they are empty and below {@code root}. */
  private static void deleteEmpty(Path folder, Path root) throws IOException {
    for (Path f = folder; f != null && f.startsWith(root) && !f.equals(root); f = f.getParent()) {
      if (Files.isDirectory(f)) {
        try (var inside = Files.list(f)) {
          if (inside.findAny().isPresent()) {
            return;
          }
        }
        Files.delete(f);
      }
    }
  }

  /** Finishes what processes that died left behind; nothing while another one changes the shelf. */
  public static List<Problem> settle(ShelfFolder shelf, Catalogue catalogue) throws IOException {
    List<Problem> said = new ArrayList<>();
    Optional<ShelfLock> lock = ShelfLock.tryTake(shelf);
    if (lock.isEmpty()) {
      return said;
    }
    try (ShelfLock _ = lock.get()) {
      Promises.settle(
          shelf,
          ENDING,
          Entry.class,
          said,
          (file, e) -> {
            Path folder = folder(e.gone());
            // The receipt in the host's folder says what is ours, not a shelf that may be foreign;
            // and somebody may have installed there again. It goes last: without it all is gone.
            InstallationRecord ours = Receipts.of(folder, e.gone().id()).orElse(null);
            said.addAll(finish(ours, e, catalogue));
            Files.deleteIfExists(file);
            said.add(
                Problem.note(
                    "uninstall-finished",
                    e.gone().document(),
                    Phrase.of(
                        "removing.uninstalling-interrupted-finished-now", e.gone().document())));
          });
    }
    return said;
  }
}
