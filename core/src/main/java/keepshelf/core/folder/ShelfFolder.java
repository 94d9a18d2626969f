package keepshelf.core.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.List;

/**
 * Where things lie in a shelf's folder.
 *
 * @param root the shelf's folder, absolute
 */
public record ShelfFolder(Path root) {
  /** The files as delivered. */
  public Path packs() {
    return root.resolve("packs");
  }

  /** Everything that is not the user's files. */
  public Path own() {
    return root.resolve(".keepshelf");
  }

  /** The catalogue's database. */
  public Path catalogue() {
    return own().resolve("catalogue.db");
  }

  /** Rendered previews; can be thrown away. */
  public Path previews() {
    return own().resolve("previews");
  }

  /** Unfinished work. */
  public Path journal() {
    return own().resolve("journal");
  }

  /** Contents on their way to the shelf, on the same disk. */
  public Path staging() {
    return own().resolve("staging");
  }

  /** Held while something is filed or installed. */
  public Path lock() {
    return own().resolve("lock");
  }

  /**
   * Hosts, installations and what else a person said that belongs to no pack, as readable files.
   */
  public Path records() {
    return root.resolve("records");
  }

  /**
   * A path of the catalogue or a record as a path on this disk. Every path that stands in a shelf's
   * own files goes through here, as a shelf may come from someone else.
   *
   * @throws OutsideShelfException when it leads out of the shelf, or through a link
   */
  public Path resolve(String relative) {
    return below(root, relative);
  }

  /**
   * {@code relative} below {@code root}.
   *
   * @throws OutsideShelfException when it leads out of {@code root}, or through a link below it
   */
  public static Path below(Path root, String relative) {
    Path p = root;
    for (String part : relative.split("/")) {
      if (part.isEmpty() || part.equals(".") || part.equals("..") || part.indexOf('\0') >= 0) {
        throw new OutsideShelfException(root, relative);
      }
      Path next;
      try {
        next = p.resolve(part);
      } catch (InvalidPathException e) {
        throw new OutsideShelfException(root, relative);
      }
      // On some systems a part may itself be a path ("a\\b", "C:").
      if (!p.equals(next.getParent()) || Files.isSymbolicLink(next)) {
        throw new OutsideShelfException(root, relative);
      }
      p = next;
    }
    return p;
  }

  /** The record beside a pack's folder. */
  public Path packRecord(String folder) {
    Path dir = resolve(folder);
    return dir.resolveSibling(dir.getFileName() + ".pack.json");
  }

  /**
   * Makes what is missing.
   *
   * @throws OutsideShelfException when one of the shelf's own folders is a link: what is cleaned up
   *     in it would be somewhere else
   */
  public void create() throws IOException {
    for (String own :
        List.of(
            "packs",
            "records",
            ".keepshelf",
            ".keepshelf/catalogue.db",
            ".keepshelf/lock",
            ".keepshelf/retired",
            ".keepshelf/journal",
            ".keepshelf/staging",
            ".keepshelf/previews")) {
      resolve(own);
    }
    for (Path p : List.of(packs(), journal(), staging(), previews())) {
      if (!Files.isDirectory(p)) {
        Files.createDirectories(p);
      }
    }
  }
}
