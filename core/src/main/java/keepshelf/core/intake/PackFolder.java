package keepshelf.core.intake;

import java.nio.file.Files;
import java.text.Normalizer;
import java.util.Locale;
import keepshelf.core.folder.ShelfFolder;
import org.jspecify.annotations.Nullable;

/** Names of the folders that packs stand in. */
final class PackFolder {
  private static final int LONGEST_SLUG = 60;

  private PackFolder() {}

  /** {@code packs/source/pack@version}, with a number when that is taken by another pack. */
  static String free(
      ShelfFolder shelf, @Nullable String source, String name, @Nullable String version) {
    String base =
        "packs/"
            + slug(source == null ? "unknown-source" : source)
            + "/"
            + slug(name)
            + (version == null ? "" : "@" + slug(version));
    String folder = base;
    for (int n = 2;
        Files.exists(shelf.resolve(folder)) || Files.exists(shelf.packRecord(folder));
        n++) {
      folder = base + "~" + n;
    }
    return folder;
  }

  static String slug(String s) {
    String t =
        Normalizer.normalize(s, Normalizer.Form.NFKC)
            .toLowerCase(Locale.ROOT)
            .replaceAll("[^\\p{L}\\p{M}\\p{N}.]+", "-")
            .replaceAll("^[-.]+|[-.]+$", "");
    if (t.codePointCount(0, t.length()) > LONGEST_SLUG) {
      t = t.substring(0, t.offsetByCodePoints(0, LONGEST_SLUG)).replaceAll("[-.]+$", "");
    }
    return t.isEmpty() ? "unnamed" : t;
  }
}
