package keepshelf.core.install.profile;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import keepshelf.core.catalogue.ShelvedItem;
import org.jspecify.annotations.Nullable;

/**
 * How a host's files are named and laid out.
 *
 * @param placement {@code copy}, or {@code link} for maps that need no conversion (a hard link
 *     where the disk allows it, a copy else)
 * @param paths {@code relative} to the document, or {@code absolute}
 * @param folder of an installation below the host's folder: {@code {item}}, {@code {source}},
 *     {@code {pack}}, {@code {kind}} and {@code {resolution}} stand for these
 * @param textures folder of the pictures below that one
 * @param letters {@code lower}, or {@code keep} for capitals
 * @param longest longest name of a file or folder without its ending, 8 to 120 letters
 */
public record FileLayout(
    String placement, String paths, String folder, String textures, String letters, int longest) {
  /** Copies, relative paths, a folder for each item. */
  public static final FileLayout USUAL =
      new FileLayout("copy", "relative", "{item}", "textures", "lower", 60);

  /** What is not said is as usual. */
  public FileLayout {
    placement = placement == null ? "copy" : placement;
    paths = paths == null ? "relative" : paths;
    folder = folder == null || folder.isBlank() ? "{item}" : folder;
    textures = textures == null || textures.isBlank() ? "textures" : textures;
    letters = letters == null ? "lower" : letters;
    longest = longest == 0 ? 60 : longest;
  }

  /** Whether maps that need no conversion are linked. */
  public boolean links() {
    return placement.equals("link");
  }

  /** Whether documents name pictures by their whole path. */
  public boolean whole() {
    return paths.equals("absolute");
  }

  /** The name of an item's files: letters that every file system and reader takes. */
  public String stem(ShelvedItem item) {
    String n = clean(item.item().key());
    return n.isEmpty() ? "item_" + item.item().id() : n;
  }

  /** The parts of the folder's path below the host's folder, none of them empty. */
  public List<String> path(ShelvedItem item, @Nullable String resolution) {
    List<String> out = new ArrayList<>();
    for (String part : folder.split("/")) {
      String filled =
          part.replace("{item}", stem(item))
              .replace("{source}", word(item.pack().source(), "unknown_source"))
              .replace("{pack}", word(item.pack().name(), "pack"))
              .replace("{kind}", item.item().kind().id())
              .replace("{resolution}", word(resolution, "any_size"));
      String cleaned = clean(filled);
      if (!cleaned.isEmpty()) {
        out.add(cleaned);
      }
    }
    if (out.isEmpty()) {
      out.add(stem(item));
    }
    return out;
  }

  private String word(@Nullable String s, String otherwise) {
    String c = s == null ? "" : clean(s);
    return c.isEmpty() ? otherwise : c;
  }

  /** Letters, digits and underscores; not one of the names that a file system keeps for devices. */
  public String clean(String s) {
    String ascii = Normalizer.normalize(s, Normalizer.Form.NFKD).replaceAll("\\p{M}+", "");
    String n =
        (letters.equals("keep") ? ascii : ascii.toLowerCase(Locale.ROOT))
            .replaceAll("[^A-Za-z0-9-]+", "_")
            .replaceAll("^[_-]+|[_-]+$", "");
    n = n.length() > longest ? n.substring(0, longest).replaceAll("[_-]+$", "") : n;
    return n.matches("(?i)con|prn|aux|nul|com[0-9]|lpt[0-9]") ? n + "_" : n;
  }
}
