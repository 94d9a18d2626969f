package keepshelf.core.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.problem.Problem;
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
      if (catalogue.items().isEmpty()) {
        readRecords(shelf, catalogue, said);
      }
      return said;
    }
  }

  private static void readRecords(ShelfFolder shelf, Catalogue catalogue, List<Problem> said)
      throws IOException {
    List<Path> records;
    try (Stream<Path> files = Files.walk(shelf.packs(), 2)) {
      records =
          files.filter(p -> p.getFileName().toString().endsWith(".pack.json")).sorted().toList();
    }
    int added = 0;
    for (Path r : records) {
      try {
        PackRecord pack = Json.mapper().readValue(Files.readAllBytes(r), PackRecord.class);
        if (Files.isDirectory(shelf.resolve(pack.folder()))) {
          catalogue.addPack(pack);
          added++;
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
    if (added > 0) {
      said.add(
          Problem.note(
              "rebuilt",
              null,
              "The catalogue was made anew from the records of "
                  + added
                  + (added == 1 ? " pack." : " packs.")));
    }
  }

  /** Deletes the workspace of an arrival that will not be filed. */
  public static void discard(Arrival arrival) {
    if (arrival.workspace() != null) {
      Workspace.discard(arrival.workspace());
    }
  }

  /** Writes a pack's record with changed items. */
  public static void writeRecord(ShelfFolder shelf, PackRecord p, List<ItemRecord> items)
      throws IOException {
    Filing.writeRecord(shelf, p.withItems(items));
  }
}
