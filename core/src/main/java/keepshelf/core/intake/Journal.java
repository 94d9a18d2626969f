package keepshelf.core.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.UnfinishedException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.journal.Promises;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;

/** Promises of filing that survive the process: one small file each, gone when kept. */
final class Journal {
  private static final String ENDING = ".json";

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
    Path entry =
        Promises.write(
            shelf, pack.id() + ENDING, new Entry(workspace.getFileName().toString(), pack));
    listener.reached(FilingStep.PROMISED);
    try {
      place(workspace, pack);
    } catch (IOException | RuntimeException e) {
      if (!rollBack(entry, workspace, pack)) {
        throw new UnfinishedException(e);
      }
      throw e;
    }
    close(entry);
  }

  /** The catalogue comes last, and whole: what fails before it can be taken back. */
  private void place(Path workspace, PackRecord pack) throws IOException {
    Path target = shelf.resolve(pack.folder());
    if (!Files.exists(target)) {
      Filing.moveInto(Workspace.files(workspace), target);
    }
    listener.reached(FilingStep.MOVED);
    Filing.writeRecord(shelf, pack);
    listener.reached(FilingStep.RECORDED);
    catalogue.addPack(pack, PackDocuments.all(shelf, pack));
    listener.reached(FilingStep.CATALOGUED);
  }

  private void close(Path entry) {
    try {
      Files.deleteIfExists(entry);
    } catch (IOException e) {
      // All is done; the next start finds it so.
      org.slf4j.LoggerFactory.getLogger(Journal.class).debug("entry left: {}", entry, e);
    }
    listener.reached(FilingStep.CLOSED);
  }

  /** Whether everything is as before. */
  private boolean rollBack(Path entry, Path workspace, PackRecord pack) {
    try {
      Path target = shelf.resolve(pack.folder());
      if (Files.exists(target) && !Files.exists(Workspace.files(workspace))) {
        Files.move(target, Workspace.files(workspace));
      }
      Files.deleteIfExists(shelf.packRecord(pack.folder()));
      Files.deleteIfExists(entry);
      return true;
    } catch (IOException e) {
      // The entry stays and is settled at the next start.
      org.slf4j.LoggerFactory.getLogger(Journal.class).debug("not rolled back: {}", entry, e);
      return false;
    }
  }

  /** Settles what a process that died left behind; returns what was finished or given up. */
  List<Problem> settle() throws IOException {
    List<Problem> said = new ArrayList<>();
    Promises.settle(shelf, ENDING, Entry.class, said, (f, e) -> settle(f, e, said));
    try (var left = Files.newDirectoryStream(shelf.staging())) {
      for (Path w : left) {
        if (Workspace.abandoned(w)) {
          FileTrees.deleteQuietly(w);
        }
      }
    }
    return said;
  }

  private void settle(Path file, Entry entry, List<Problem> said) throws IOException {
    PackRecord pack = entry.pack();
    Path workspace = ShelfFolder.below(shelf.staging(), entry.workspace());
    String other = recorded(pack);
    boolean moved = Files.exists(shelf.resolve(pack.folder()));
    if (moved && other != null && !other.equals(pack.id())) {
      // Another pack stands there; this promise is not about it.
      Promises.putAside(file, "refused", said);
    } else if (moved || Files.isDirectory(Workspace.files(workspace))) {
      place(workspace, pack);
      close(file);
      FileTrees.deleteQuietly(workspace);
      said.add(
          Problem.note(
              "finished",
              pack.folder(),
              Phrase.of("journal.filing-interrupted-last-time-has", pack.name())));
    } else {
      if (pack.id().equals(other)) {
        Files.deleteIfExists(shelf.packRecord(pack.folder()));
      }
      Files.delete(file);
      said.add(
          Problem.warning(
              "given-up",
              pack.folder(),
              Phrase.of("journal.filing-interrupted-before-anything-moved", pack.name())));
    }
  }

  /** Identifier of the pack whose record stands at the place of {@code pack}; null for none. */
  private @Nullable String recorded(PackRecord pack) throws IOException {
    Path record = shelf.packRecord(pack.folder());
    if (!Files.isRegularFile(record)) {
      return null;
    }
    try {
      return Json.mapper().readValue(Files.readAllBytes(record), PackRecord.class).id();
    } catch (JacksonException e) {
      return "";
    }
  }
}
