package keepshelf.core.projects;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Map;
import java.util.TreeMap;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import tools.jackson.core.JacksonException;
import tools.jackson.core.type.TypeReference;

/** What was said of the files of jobs that no shelf knows, a file for each job in the records. */
public final class Settling {
  private static final TypeReference<TreeMap<String, Settled>> ALL = new TypeReference<>() {};

  private final ShelfFolder shelf;

  /** On {@code shelf}. */
  Settling(ShelfFolder shelf) {
    this.shelf = shelf;
  }

  private Path file(Project p) {
    return shelf.resolve("records/settled/" + Projects.key(p.name()) + ".json");
  }

  /**
   * What was said, by the SHA-256 of the files.
   *
   * @throws ShelfException when the record cannot be read
   */
  public Map<String, Settled> of(Project p) throws ShelfException {
    Path file = file(p);
    try {
      return Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)
          ? Json.mapper().readValue(Files.readAllBytes(file), ALL)
          : new TreeMap<>();
    } catch (IOException | JacksonException e) {
      throw new ShelfException(
          Problem.error(
              "record",
              file.toString(),
              Phrase.of("settling.record-what-said-projects-files", file)));
    }
  }

  /**
   * Notes what files are.
   *
   * @param names of the files by their SHA-256
   * @param what they are, or null to take back what was said
   */
  public void settle(Project p, Map<String, String> names, Settled.What what)
      throws ShelfException {
    String today = LocalDate.now().toString();
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      Map<String, Settled> all = new TreeMap<>(of(p));
      names.forEach((sha, name) -> {
        if (what == null) {
          all.remove(sha);
        } else {
          all.put(sha, new Settled(what, name, today));
        }
      });
      Files.createDirectories(file(p).getParent());
      FileTrees.writeAtomically(file(p), Json.pretty(all));
    } catch (IOException e) {
      throw ShelfException.ofDisk(p.name(), Words.of("settling.keeping-what-said-files"), e);
    }
  }
}
