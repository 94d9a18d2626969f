package keepshelf.core.journal;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.StorageException;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import tools.jackson.core.JacksonException;

/**
 * The folder of promises of a shelf. A promise may have been written by anybody: what cannot be
 * read, or leads out of the shelf, is put aside and named, never followed.
 */
public final class Promises {
  private Promises() {}

  /** Does what one promise says. */
  public interface Settling<T> {
    /** {@code promise} as it was read from {@code file}, which is to be deleted when it is done. */
    void settle(Path file, T promise) throws IOException;
  }

  /** Writes a promise called {@code name}, in the place of an earlier one. */
  public static Path write(ShelfFolder shelf, String name, Object promise) throws IOException {
    Path file = shelf.resolve(".keepshelf/journal/" + name);
    FileTrees.writeAtomically(file, Json.compact(promise));
    return file;
  }

  /**
   * Settles all promises whose names have this ending. One that cannot be settled now, as on a full
   * disk, waits for the next start, and the others are settled all the same.
   */
  public static <T> void settle(
      ShelfFolder shelf, String ending, Class<T> type, List<Problem> said, Settling<T> how)
      throws IOException {
    List<Path> all = new ArrayList<>();
    try (var entries = Files.newDirectoryStream(shelf.journal(), "*" + ending)) {
      entries.forEach(all::add);
    }
    for (Path file : all) {
      if (Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)) {
        one(file, type, said, how);
      }
    }
  }

  private static <T> void one(Path file, Class<T> type, List<Problem> said, Settling<T> how) {
    try {
      T promise = Json.mapper().readValue(Files.readAllBytes(file), type);
      if (promise == null) {
        throw new IllegalArgumentException(Words.of("promises.empty"));
      }
      how.settle(file, promise);
    } catch (OutsideShelfException e) {
      said.add(e.problem());
      putAside(file, "refused", said);
    } catch (IOException | UncheckedIOException | StorageException e) {
      said.add(
          Problem.warning(
              "journal-waits",
              file.toString(),
              Phrase.of(
                  "promises.tried-again-when-shelf-opened",
                  DiskTrouble.sentence(
                      e, Words.of("promises.finishing-what-interrupted-last-time")))));
    } catch (JacksonException | IllegalArgumentException | NullPointerException e) {
      putAside(file, "unreadable", said);
    }
  }

  /** A note that nobody can act on is kept for somebody who wants to look at it. */
  public static void putAside(Path file, String why, List<Problem> said) {
    Path aside = file.resolveSibling(file.getFileName() + "." + why);
    try {
      Files.move(file, aside, StandardCopyOption.REPLACE_EXISTING);
      said.add(
          Problem.warning(
              "journal",
              aside.toString(),
              Phrase.of("promises.note-about-unfinished-work-cannot", aside)));
    } catch (IOException e) {
      said.add(
          Problem.warning(
              "journal",
              file.toString(),
              DiskTrouble.sentence(e, Words.of("promises.putting-aside", file))));
    }
  }
}
