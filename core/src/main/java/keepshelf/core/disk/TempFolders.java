package keepshelf.core.disk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Folders for a short while in the system's place for them. Each bears the number of its process,
 * so that what a killed process left is known, and deleted by the next one.
 */
public final class TempFolders {
  private static final Pattern NAME = Pattern.compile("keepshelf-[a-z]+-(\\d{1,10})-.*");
  private static final AtomicBoolean SWEPT = new AtomicBoolean();

  private TempFolders() {}

  /** A new, empty one; {@code what} says what for, in lower-case letters. */
  public static Path create(String what) throws IOException {
    if (SWEPT.compareAndSet(false, true)) {
      sweep(Path.of(System.getProperty("java.io.tmpdir")));
    }
    return Files.createTempDirectory(
        "keepshelf-" + what + "-" + ProcessHandle.current().pid() + "-");
  }

  /** Deletes those below {@code place} whose process does not live any more. */
  static void sweep(Path place) {
    try (var all = Files.newDirectoryStream(place, "keepshelf-*")) {
      for (Path p : all) {
        Matcher m = NAME.matcher(p.getFileName().toString());
        boolean left =
            m.matches()
                && Files.isDirectory(p, LinkOption.NOFOLLOW_LINKS)
                && !ProcessHandle.of(Long.parseLong(m.group(1)))
                    .map(ProcessHandle::isAlive)
                    .orElse(false);
        if (left) {
          FileTrees.deleteQuietly(p);
        }
      }
    } catch (IOException | RuntimeException e) {
      // Only tidying: what cannot be listed stays.
      org.slf4j.LoggerFactory.getLogger(TempFolders.class).debug("not swept: {}", place, e);
    }
  }
}
