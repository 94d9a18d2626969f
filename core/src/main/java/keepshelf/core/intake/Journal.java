package keepshelf.core.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.archive.FileTrees;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.problem.Problem;
import keepshelf.core.store.Json;

/** Promises of filing that survive the process: one small file each, gone when kept. */
final class Journal {
  /**
   * A promise.
   *
   * @param workspace name of the workspace folder that holds the files
   * @param pack what is to stand on the shelf
   */
  record Entry(String workspace, PackRecord pack) {}

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final FilingStep.Listener listener;

  Journal(ShelfFolder shelf, Catalogue catalogue, FilingStep.Listener listener) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.listener = listener;
  }

  /** Promises and does. The caller holds the shelf's lock. */
  void file(Path workspace, PackRecord pack) throws IOException {
    Path entry = shelf.journal().resolve(pack.id() + ".json");
    FileTrees.writeAtomically(
        entry, Json.pretty(new Entry(workspace.getFileName().toString(), pack)));
    listener.reached(FilingStep.PROMISED);
    try {
      finish(entry, workspace, pack);
    } catch (IOException | RuntimeException e) {
      rollBack(entry, workspace, pack);
      throw e;
    }
  }

  private void finish(Path entry, Path workspace, PackRecord pack) throws IOException {
    Path target = shelf.resolve(pack.folder());
    if (!Files.exists(target)) {
      Filing.moveInto(Workspace.files(workspace), target);
    }
    listener.reached(FilingStep.MOVED);
    Filing.writeRecord(shelf, pack);
    listener.reached(FilingStep.RECORDED);
    catalogue.addPack(pack);
    catalogue.putPackText(pack.id(), PackDocuments.all(shelf, pack));
    listener.reached(FilingStep.CATALOGUED);
    Files.deleteIfExists(entry);
    listener.reached(FilingStep.CLOSED);
  }

  private void rollBack(Path entry, Path workspace, PackRecord pack) {
    try {
      Path target = shelf.resolve(pack.folder());
      if (Files.exists(target) && !Files.exists(Workspace.files(workspace))) {
        Files.move(target, Workspace.files(workspace));
      }
      Files.deleteIfExists(shelf.packRecord(pack.folder()));
      Files.deleteIfExists(entry);
    } catch (IOException e) {
      // The entry stays and is settled at the next start.
      org.slf4j.LoggerFactory.getLogger(Journal.class).warn("not rolled back: {}", entry, e);
    }
  }

  /** Settles what a process that died left behind; returns what was finished or given up. */
  List<Problem> settle() throws IOException {
    List<Problem> said = new ArrayList<>();
    try (var entries = Files.newDirectoryStream(shelf.journal(), "*.json")) {
      for (Path e : entries) {
        settle(e, said);
      }
    }
    try (var left = Files.newDirectoryStream(shelf.staging())) {
      for (Path w : left) {
        if (Workspace.abandoned(w)) {
          FileTrees.deleteQuietly(w);
        }
      }
    }
    return said;
  }

  private void settle(Path file, List<Problem> said) throws IOException {
    Entry entry;
    try {
      entry = Json.mapper().readValue(Files.readAllBytes(file), Entry.class);
    } catch (RuntimeException e) {
      Files.move(file, file.resolveSibling(file.getFileName() + ".unreadable"));
      said.add(
          Problem.warning(
              "journal",
              file.toString(),
              "A note about unfinished work cannot be read and was put aside: "
                  + file
                  + ". Nothing was lost; take in again what is missing."));
      return;
    }
    Path workspace = shelf.staging().resolve(entry.workspace());
    boolean moved = Files.exists(shelf.resolve(entry.pack().folder()));
    if (moved || Files.isDirectory(Workspace.files(workspace))) {
      finish(file, workspace, entry.pack());
      FileTrees.deleteQuietly(workspace);
      said.add(
          Problem.note(
              "finished",
              entry.pack().folder(),
              "Filing “"
                  + entry.pack().name()
                  + "” was interrupted last time and has been finished."));
    } else {
      Files.delete(file);
      said.add(
          Problem.warning(
              "given-up",
              entry.pack().folder(),
              "Filing “"
                  + entry.pack().name()
                  + "” was interrupted before anything was moved. Take it in again."));
    }
  }
}
