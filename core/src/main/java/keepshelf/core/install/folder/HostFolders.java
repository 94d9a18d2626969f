package keepshelf.core.install.folder;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.folder.ComputerList;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;

/**
 * The folders that hosts were given on this computer. A shelf says where its hosts are, and a shelf
 * may come from someone else: files are written and deleted only below folders that a person named
 * here.
 */
public final class HostFolders {
  private static final ComputerList NAMED = new ComputerList("host-folders");

  private HostFolders() {}

  /** A person named {@code folder} for a host. */
  public static void allow(Path folder) {
    NAMED.add(folder.toAbsolutePath().normalize().toString());
  }

  private static Set<Path> known() {
    Set<Path> out = new LinkedHashSet<>();
    for (String line : NAMED.all()) {
      try {
        out.add(Path.of(line));
      } catch (InvalidPathException e) {
        org.slf4j.LoggerFactory.getLogger(HostFolders.class).debug("no path", e);
      }
    }
    return out;
  }

  /** The known folder that {@code path} is or lies below; empty when there is none. */
  static Optional<Path> around(Path path) {
    Path p = path.toAbsolutePath();
    if (!p.equals(p.normalize())) {
      return Optional.empty();
    }
    return known().stream().filter(p::startsWith).findFirst();
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
              Phrase.of(
                  "hostFolders.folder-named-another-computer-or", host.name(), host.folder())));
    }
  }
}
