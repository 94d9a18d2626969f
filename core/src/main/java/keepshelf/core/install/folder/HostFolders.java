package keepshelf.core.install.folder;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ComputerSettings;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;

/**
 * The folders that hosts were given on this computer. A shelf says where its hosts are, and a shelf
 * may come from someone else: files are written and deleted only below folders that a person named
 * here.
 */
public final class HostFolders {
  private static final Object LOCK = new Object();

  /** Named in this process, also where settings cannot be kept. */
  private static final Set<Path> NAMED = new LinkedHashSet<>();

  private HostFolders() {}

  private static Path file() {
    return ComputerSettings.folder().resolve("host-folders");
  }

  /** A person named {@code folder} for a host. */
  public static void allow(Path folder) {
    Path f = folder.toAbsolutePath().normalize();
    synchronized (LOCK) {
      NAMED.add(f);
      Path file = file();
      try {
        Files.createDirectories(file.getParent());
        try (FileChannel lock =
            FileChannel.open(
                file.resolveSibling("host-folders.lock"),
                StandardOpenOption.CREATE,
                StandardOpenOption.WRITE)) {
          lock.lock();
          Set<Path> all = kept();
          if (all.add(f)) {
            FileTrees.writeAtomically(
                file,
                String.join("\n", all.stream().map(Path::toString).toList())
                    .getBytes(StandardCharsets.UTF_8));
          }
        }
      } catch (IOException e) {
        // It holds as long as this process; the next one asks again.
        org.slf4j.LoggerFactory.getLogger(HostFolders.class).warn("not kept: {}", file, e);
      }
    }
  }

  private static Set<Path> kept() {
    Set<Path> out = new LinkedHashSet<>();
    try {
      for (String line : Files.readAllLines(file())) {
        if (!line.isBlank()) {
          out.add(Path.of(line));
        }
      }
    } catch (IOException | InvalidPathException e) {
      org.slf4j.LoggerFactory.getLogger(HostFolders.class).debug("none known", e);
    }
    return out;
  }

  /** The known folder that {@code path} is or lies below; empty when there is none. */
  static Optional<Path> around(Path path) {
    Path p = path.toAbsolutePath();
    if (!p.equals(p.normalize())) {
      return Optional.empty();
    }
    Set<Path> known;
    synchronized (LOCK) {
      known = new LinkedHashSet<>(NAMED);
      known.addAll(kept());
    }
    return known.stream().filter(p::startsWith).findFirst();
  }

  /**
   * {@code path} when it lies below a known folder and no link leads out of that.
   *
   * @throws OutsideShelfException when it does not
   */
  public static Path checked(String path) {
    Path p;
    try {
      p = Path.of(path);
    } catch (InvalidPathException e) {
      throw new OutsideShelfException(Path.of("a host"), path);
    }
    Path around = around(p).orElseThrow(() -> new OutsideShelfException(Path.of("a host"), path));
    return around.equals(p)
        ? p
        : ShelfFolder.below(around, around.relativize(p).toString().replace('\\', '/'));
  }

  /**
   * Refuses a host whose folder nobody named on this computer.
   *
   * @throws ShelfException that says how to name it
   */
  public static void refuseUnknown(HostRecord host) throws ShelfException {
    if (around(Path.of(host.folder())).isEmpty()) {
      throw new ShelfException(
          Problem.error(
              "host-unknown-here",
              host.folder(),
              "The folder of "
                  + host.name()
                  + ", "
                  + host.folder()
                  + ", was named on another computer or by somebody else, so nothing is written or"
                  + " deleted there. If it is right, say so: keepshelf hosts --moved “"
                  + host.name()
                  + "” --to “"
                  + host.folder()
                  + "” (in Hosts: the menu at its head)."));
    }
  }
}
