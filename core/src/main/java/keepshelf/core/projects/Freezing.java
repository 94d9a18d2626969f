package keepshelf.core.projects;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.slf4j.LoggerFactory;
import tools.jackson.core.JacksonException;

/** Frozen states of projects, a file each in {@code records/frozen}. */
public final class Freezing {
  private final ShelfFolder shelf;
  private final Projects projects;

  /** Of the projects of {@code shelf}. */
  Freezing(ShelfFolder shelf, Projects projects) {
    this.shelf = shelf;
    this.projects = projects;
  }

  /** The state as it is now; nothing is kept. */
  public Frozen now(Project p) {
    return Frozen.of(
        p, projects.judged(p), Instant.now().truncatedTo(ChronoUnit.SECONDS).toString());
  }

  /** Keeps the state as it is now. */
  public Frozen freeze(Project p) throws ShelfException {
    Frozen f = now(p);
    Path file =
        shelf.resolve(
            "records/frozen/" + Projects.key(p.name()) + "-" + f.at().replace(":", "") + ".json");
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      Files.createDirectories(file.getParent());
      FileTrees.writeAtomically(file, Json.pretty(f));
      return f;
    } catch (IOException e) {
      throw ShelfException.ofDisk(p.name(), Words.of("freezing.keeping-state", p.name()), e);
    }
  }

  /** All kept states of a project, the latest first. */
  public List<Frozen> of(Project p) {
    List<Frozen> out = new ArrayList<>();
    Path folder = shelf.resolve("records/frozen");
    if (Files.isDirectory(folder)) {
      try (var files = Files.newDirectoryStream(folder, Projects.key(p.name()) + "-*.json")) {
        for (Path f : files) {
          read(f).ifPresent(out::add);
        }
      } catch (IOException e) {
        LoggerFactory.getLogger(Freezing.class).warn("not read: {}", folder, e);
      }
    }
    out.sort(Comparator.comparing(Frozen::at).reversed());
    return out;
  }

  /**
   * The latest state of a project that was kept on or before {@code day}.
   *
   * @param day ISO 8601, or null for the latest of all
   * @throws ShelfException when there is none
   */
  public Frozen need(Project p, String day) throws ShelfException {
    return of(p).stream()
        .filter(f -> day == null || f.at().substring(0, 10).compareTo(day) <= 0)
        .findFirst()
        .orElseThrow(() ->
            new ShelfException(
                Problem.error(
                    "no-frozen-state",
                    p.name(),
                    Phrase.of(
                        "freezing.no-state-kept-keep-one",
                        p.name(),
                        day == null ? "" : Phrase.of("freezing.by", day)))));
  }

  private static Optional<Frozen> read(Path file) {
    try {
      return Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS)
          ? Optional.ofNullable(Json.mapper().readValue(Files.readAllBytes(file), Frozen.class))
          : Optional.empty();
    } catch (IOException | JacksonException | NullPointerException e) {
      LoggerFactory.getLogger(Freezing.class).warn("not read: {}", file, e);
      return Optional.empty();
    }
  }
}
