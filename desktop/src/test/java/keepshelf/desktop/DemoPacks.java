package keepshelf.desktop;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import keepshelf.demo.SkerryLight;

/**
 * The demo's archives for tests, each made once for all of them and for both test processes: making
 * them costs more than most tests do. They are made again when the demo's code has changed.
 */
final class DemoPacks {
  private static final Path KEPT = Path.of("target", "demo-packs");

  private DemoPacks() {}

  /** Copies the archives of these names into {@code downloads}. */
  static void into(Path downloads, Set<String> names) throws Exception {
    Files.createDirectories(KEPT);
    try (FileChannel lock =
        FileChannel.open(
            KEPT.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE)) {
      lock.lock();
      Path made = KEPT.resolve(stamp());
      if (!Files.isDirectory(made)) {
        forget();
      }
      SkerryLight.write(made, names);
      Files.createDirectories(downloads);
      for (String name : names) {
        Files.copy(
            made.resolve(name), downloads.resolve(name), StandardCopyOption.REPLACE_EXISTING);
      }
    }
  }

  /** Copies all archives of the demo into {@code downloads}. */
  static void into(Path downloads) throws Exception {
    into(
        downloads,
        Set.copyOf(
            Stream.concat(SkerryLight.FILED.stream(), SkerryLight.WAITING.stream()).toList()));
  }

  /** When the demo's code was last compiled. */
  private static String stamp() throws Exception {
    Path code =
        Path.of(SkerryLight.class.getProtectionDomain().getCodeSource().getLocation().toURI());
    try (Stream<Path> all = Files.walk(code)) {
      return Long.toString(all.mapToLong(p -> p.toFile().lastModified()).max().orElse(0));
    }
  }

  private static void forget() throws IOException {
    List<Path> old;
    try (Stream<Path> all = Files.walk(KEPT)) {
      old =
          all.filter(p -> !p.equals(KEPT) && !p.endsWith("lock"))
              .sorted(Comparator.reverseOrder())
              .toList();
    }
    for (Path p : old) {
      Files.delete(p);
    }
  }
}
