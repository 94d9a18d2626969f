package keepshelf.core.folder;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import keepshelf.core.disk.FileTrees;

/**
 * Files that a process is writing outside the shelf, as a backup is: noted with this computer's
 * settings, never on the shelf, which may come from somebody else. What a process that died left is
 * deleted at the next start.
 */
public final class Unfinished implements AutoCloseable {
  /** Only files with such names are ever deleted. */
  private static final String OURS =
      ".*\\.(part|catalogue|catalogue-journal|catalogue-wal|catalogue-shm)";

  private final Path note;

  private Unfinished(Path note) {
    this.note = note;
  }

  private static Path folder() {
    return ComputerSettings.folder().resolve("unfinished");
  }

  /** Notes that files are going to be written; closing takes the note away. */
  public static Unfinished note(Path... files) {
    List<String> lines = new ArrayList<>(List.of(process(ProcessHandle.current())));
    for (Path f : files) {
      lines.add(f.toAbsolutePath().normalize().toString());
    }
    Path note = folder().resolve(UUID.randomUUID() + ".txt");
    try {
      Files.createDirectories(note.getParent());
      FileTrees.writeAtomically(note, String.join("\n", lines).getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      // Without a note the work goes on all the same; only a kill would leave something.
      org.slf4j.LoggerFactory.getLogger(Unfinished.class).debug("not noted", e);
    }
    return new Unfinished(note);
  }

  private static String process(ProcessHandle p) {
    return p.pid() + " " + p.info().startInstant().map(Instant::toString).orElse("");
  }

  /** Deletes what processes that died were writing. */
  public static void sweep() {
    List<Path> notes = new ArrayList<>();
    try (var all = Files.newDirectoryStream(folder(), "*.txt")) {
      all.forEach(notes::add);
    } catch (IOException e) {
      return;
    }
    for (Path note : notes) {
      try {
        List<String> lines = Files.readAllLines(note);
        if (!lines.isEmpty() && !alive(lines.getFirst())) {
          lines.stream().skip(1).filter(l -> l.matches(OURS)).forEach(Unfinished::delete);
          Files.deleteIfExists(note);
        }
      } catch (IOException e) {
        org.slf4j.LoggerFactory.getLogger(Unfinished.class).debug("not swept: {}", note, e);
      }
    }
  }

  private static void delete(String path) {
    try {
      Path p = Path.of(path);
      if (Files.isRegularFile(p, LinkOption.NOFOLLOW_LINKS)) {
        FileTrees.deleteQuietly(p);
      }
    } catch (InvalidPathException e) {
      org.slf4j.LoggerFactory.getLogger(Unfinished.class).debug("no path", e);
    }
  }

  private static boolean alive(String process) {
    try {
      long pid = Long.parseLong(process.split(" ")[0]);
      return ProcessHandle.of(pid)
          .filter(ProcessHandle::isAlive)
          .filter(p -> process(p).equals(process))
          .isPresent();
    } catch (NumberFormatException e) {
      return false;
    }
  }

  @Override
  public void close() {
    FileTrees.deleteQuietly(note);
  }
}
