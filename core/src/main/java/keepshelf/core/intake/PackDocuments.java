package keepshelf.core.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.folder.ShelfFolder;

/** The texts that came with a pack: its licence, its readme. */
public final class PackDocuments {
  private static final Set<String> ENDINGS =
      Set.of("txt", "md", "nfo", "html", "htm", "spdx", "lic", "license", "licence", "rst", "");
  private static final int MOST_BYTES = 64 * 1024;

  private PackDocuments() {}

  private static String name(PackRecord.FileRecord f) {
    return f.path().substring(f.path().lastIndexOf('/') + 1).toLowerCase(Locale.ROOT);
  }

  /** Whether a file of a pack is a text that a person might want to read. */
  private static boolean text(PackRecord.FileRecord f) {
    int dot = name(f).lastIndexOf('.');
    String ending = dot < 0 ? "" : name(f).substring(dot + 1);
    return f.elsewhere() == null && "document".equals(f.sort()) && ENDINGS.contains(ending);
  }

  /** The text of a pack's licence, known by its name; empty when there is none. */
  public static String licence(ShelfFolder shelf, PackRecord pack) {
    return pack.files().stream()
        .filter(f -> text(f) && name(f).matches(".*(licen[cs]e|eula|terms|copying).*"))
        .map(f -> read(shelf.resolve(pack.folder() + "/" + f.path())))
        .collect(Collectors.joining("\n\n"));
  }

  /** The beginning of each text of a pack, at most 64 KB of each, for the words in them. */
  static String all(ShelfFolder shelf, PackRecord pack) {
    StringBuilder b = new StringBuilder();
    for (PackRecord.FileRecord f : pack.files()) {
      if (text(f)) {
        b.append(read(shelf.resolve(pack.folder() + "/" + f.path()))).append('\n');
      }
    }
    return b.toString().replaceAll("<[^<>]{1,200}>", " ");
  }

  /** The beginning of a text, at most 64 KB; empty when it cannot be read. */
  private static String read(Path file) {
    try (InputStream in = Files.newInputStream(file)) {
      return new String(in.readNBytes(MOST_BYTES), StandardCharsets.UTF_8);
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(PackDocuments.class).debug("not read: {}", file, e);
      return "";
    }
  }
}
