package keepshelf.core.install.place;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
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
    HostFolders.checked(i.document());
    Entry entry = new Entry(i, root.toString());
    Path file = Promises.write(shelf, i.id() + ENDING, entry);
    try {
      List<Problem> left = finish(entry, catalogue);
      Files.deleteIfExists(file);
      return left;
    } catch (IOException | StorageException e) {
      throw new UnfinishedException(e);
    }
  }

  private static List<Problem> finish(Entry e, Catalogue catalogue) throws IOException {
    InstallationRecord i = e.gone();
    Path folder = HostFolders.checked(i.document()).getParent();
    List<Problem> left = new ArrayList<>();
    // Somebody may have installed there again before this was finished.
    if (!Receipts.isOfAnother(folder, i.id())) {
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
    catalogue.removeInstallation(i.id());
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
                p.path()
                    + " was changed after installing and was left where it is. Delete it yourself"
                    + " if it is not needed."));
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
    try (ShelfLock held = lock.get()) {
      Promises.settle(
          shelf,
          ENDING,
          Entry.class,
          said,
          (file, e) -> {
            said.addAll(finish(e, catalogue));
            Files.deleteIfExists(file);
            said.add(
                Problem.note(
                    "uninstall-finished",
                    e.gone().document(),
                    "Uninstalling "
                        + e.gone().document()
                        + " was interrupted and is finished now."));
          });
    }
    return said;
  }
}
