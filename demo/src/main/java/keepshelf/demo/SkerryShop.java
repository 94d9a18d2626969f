package keepshelf.demo;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Map;
import keepshelf.demo.archive.PackBuilder;
import keepshelf.demo.pack.ShopPacks;

/** Writes what the made-up sources have at their shops: a folder for each, archives and notes. */
public final class SkerryShop {
  private SkerryShop() {}

  /** Writes all of it below {@code folder}; what is there already is kept. */
  public static void write(Path folder) throws IOException {
    Path work = Files.createTempDirectory("keepshelf-shop");
    try {
      for (Map.Entry<String, ShopPacks.ShopPack> e : ShopPacks.all().entrySet()) {
        Path to = folder.resolve(e.getKey());
        if (Files.exists(to)) {
          continue;
        }
        Files.createDirectories(to.getParent());
        PackBuilder p = new PackBuilder(work);
        e.getValue().contents().accept(p);
        // Under another name first: a killed run leaves no half archive behind.
        Path beside = work.resolve(to.getFileName().toString());
        p.write(beside);
        if (e.getValue().notes() != null) {
          Files.writeString(
              to.resolveSibling(stem(to) + ".txt"), e.getValue().notes(), StandardCharsets.UTF_8);
        }
        Files.move(beside, to, StandardCopyOption.REPLACE_EXISTING);
      }
    } finally {
      try (var left = Files.list(work)) {
        for (Path p : left.toList()) {
          Files.deleteIfExists(p);
        }
      }
      Files.delete(work);
    }
  }

  /** The name of an archive without its ending. */
  public static String stem(Path archive) {
    String n = archive.getFileName().toString();
    return n.substring(0, n.lastIndexOf('.'));
  }
}
