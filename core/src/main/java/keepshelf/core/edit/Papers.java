package keepshelf.core.edit;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.folder.ShelfFolder;

/** Orders and invoices, which are kept beside the folder of their pack. */
final class Papers {
  private Papers() {}

  /**
   * Copies {@code file} beside {@code pack}, under its own name or, when another paper has that,
   * one with a number.
   *
   * @return where it lies, relative to the shelf
   */
  static String keep(ShelfFolder shelf, PackRecord pack, Path file) throws IOException {
    String name = file.getFileName().toString().replaceAll("[^\\p{L}\\p{N}._-]+", "-");
    int dot = name.lastIndexOf('.');
    String stem = dot > 0 ? name.substring(0, dot) : name;
    String ending = dot > 0 ? name.substring(dot) : "";
    String hash = Hashes.sha256(file);
    for (int n = 1; ; n++) {
      String at = pack.folder() + ".papers/" + (n == 1 ? name : stem + "-" + n + ending);
      Path to = shelf.resolve(at);
      if (!Files.exists(to)) {
        Files.createDirectories(to.getParent());
        FileTrees.writeAtomically(to, Files.readAllBytes(file));
        return at;
      }
      if (Hashes.sha256(to).equals(hash)) {
        return at;
      }
    }
  }
}
