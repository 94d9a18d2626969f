package keepshelf.core.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.store.Json;

/** Brings a shelf into order when it is opened. */
public final class Recovery {
  private Recovery() {}

  /**
   * Finishes or gives up unfinished filing, deletes abandoned workspaces, and adds packs that the
   * catalogue does not know from the records beside them (as after the database was lost). Does
   * nothing while another process is changing the shelf.
   *
   * @return what was done, for people
   */
  public static List<Problem> run(ShelfFolder shelf, Catalogue catalogue) throws IOException {
    Optional<ShelfLock> lock = ShelfLock.tryTake(shelf);
    if (lock.isEmpty()) {
      return List.of();
    }
    try (ShelfLock held = lock.get()) {
      List<Problem> said =
          new ArrayList<>(new Journal(shelf, catalogue, FilingStep.Listener.NONE).settle());
      if (catalogue.packIds().isEmpty()) {
        readRecords(shelf, catalogue, said);
      }
      return said;
    }
  }

  /**
   * Makes the catalogue anew from the records beside the packs: packs whose folder is gone are
   * forgotten, all others are as their records say; a record that is gone or damaged is written
   * again from the catalogue. Hosts and installations stay.
   *
   * @return what was done, for people
   */
  public static List<Problem> rebuild(ShelfFolder shelf, Catalogue catalogue)
      throws IOException, ShelfException {
    try (ShelfLock lock = ShelfLock.take(shelf)) {
      List<Problem> said = new ArrayList<>();
      Set<String> before = new HashSet<>(catalogue.packIds());
      Set<String> there = readRecords(shelf, catalogue, said);
      List<String> gone = new ArrayList<>();
      before.stream().filter(id -> !there.contains(id)).sorted().forEach(gone::add);
      for (String id : List.copyOf(gone)) {
        PackRecord p = catalogue.pack(id).orElseThrow();
        if (Files.isDirectory(shelf.resolve(p.folder()))) {
          gone.remove(id);
          restoreRecord(shelf, p, said);
        } else {
          said.add(
              Problem.warning(
                  "pack-gone",
                  p.folder(),
                  "The pack “"
                      + p.name()
                      + "” has no folder at "
                      + p.folder()
                      + " any more and was taken out of the catalogue. Put the folder and its"
                      + " record back and rebuild again, or take the pack in again."));
        }
      }
      catalogue.change(List.of(), gone, List.of());
      return said;
    }
  }

  /** The catalogue still knows what stood in a record that is gone or damaged. */
  private static void restoreRecord(ShelfFolder shelf, PackRecord p, List<Problem> said)
      throws IOException {
    Path record = shelf.packRecord(p.folder());
    if (Files.exists(record)) {
      Files.move(
          record,
          record.resolveSibling(record.getFileName() + ".unreadable"),
          StandardCopyOption.REPLACE_EXISTING);
    }
    Filing.writeRecord(shelf, p);
    said.add(
        Problem.warning(
            "record-restored",
            record.toString(),
            "The record of “"
                + p.name()
                + "” was missing or could not be read; it was written again from the catalogue."));
  }

  /** Adds all packs that have a record and a folder; returns their identifiers. */
  private static Set<String> readRecords(ShelfFolder shelf, Catalogue catalogue, List<Problem> said)
      throws IOException {
    List<Path> records;
    try (Stream<Path> files = Files.walk(shelf.packs(), 2)) {
      records =
          files.filter(p -> p.getFileName().toString().endsWith(".pack.json")).sorted().toList();
    }
    Set<String> added = new HashSet<>();
    for (Path r : records) {
      try {
        PackRecord pack = here(shelf, r);
        if (Files.isDirectory(shelf.resolve(pack.folder())) && added.add(pack.id())) {
          catalogue.addPack(pack);
          catalogue.putPackText(pack.id(), PackDocuments.all(shelf, pack));
        }
      } catch (RuntimeException e) {
        said.add(
            Problem.warning(
                "pack-record",
                r.toString(),
                "The pack record "
                    + r
                    + " cannot be read, so its pack is not in the catalogue. Restore the file or"
                    + " take the pack in again."));
      }
    }
    if (!added.isEmpty()) {
      said.add(
          Problem.note(
              "rebuilt",
              null,
              "The catalogue was made anew from the records of "
                  + added.size()
                  + (added.size() == 1 ? " pack." : " packs.")));
    }
    return added;
  }

  /** A record as it is read; a pack whose folder was moved with it is where it lies now. */
  private static PackRecord here(ShelfFolder shelf, Path record) throws IOException {
    PackRecord pack = Json.mapper().readValue(Files.readAllBytes(record), PackRecord.class);
    String name = record.getFileName().toString().replaceFirst("\\.pack\\.json$", "");
    String folder = "packs/" + record.getParent().getFileName() + "/" + name;
    return folder.equals(pack.folder()) || Files.isDirectory(shelf.resolve(pack.folder()))
        ? pack
        : pack.in(folder);
  }

  /** Deletes the workspace of an arrival that will not be filed. */
  public static void discard(Arrival arrival) {
    if (arrival.workspace() != null) {
      Workspace.discard(arrival.workspace());
    }
  }
}
