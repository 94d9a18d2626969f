package keepshelf.core.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

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

  /** A path of the catalogue as a path on this disk. */
  public Path resolve(String relative) {
    Path p = root;
    for (String part : relative.split("/")) {
      p = p.resolve(part);
    }
    return p;
  }

  /** The record beside a pack's folder. */
  public Path packRecord(String folder) {
    Path dir = resolve(folder);
    return dir.resolveSibling(dir.getFileName() + ".pack.json");
  }

  /** Makes what is missing. */
  public void create() throws IOException {
    Files.createDirectories(packs());
    Files.createDirectories(journal());
    Files.createDirectories(staging());
    Files.createDirectories(previews());
  }
}
