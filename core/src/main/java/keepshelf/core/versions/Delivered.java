package keepshelf.core.versions;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A file of a pack, to be compared with that of another version.
 *
 * @param path within the pack, with slashes
 * @param content what is alike when the contents are: a hash, or the size where nothing was read
 */
public record Delivered(String path, String content) {
  /** "v2", "v1.3", "version 4": another one in the next version of the same file. */
  private static final Pattern VERSION =
      Pattern.compile(
          "(?<![\\p{L}\\p{N}])(?:v|ver|version|rev)[._ -]?\\d+(?:[._]\\d+)*(?![\\p{L}\\p{N}])",
          Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CHARACTER_CLASS);

  /** The name alone. */
  String name() {
    return path.substring(path.lastIndexOf('/') + 1);
  }

  /** What of a path is compared. */
  private enum Place {
    INSIDE,
    WHOLE,
    NAME
  }

  /** The files in each way to compare them, the one to prefer first. */
  static List<Map<String, Delivered>> byKeys(List<Delivered> files) {
    return Stream.of(Place.values()).map(p -> byKey(files, p)).toList();
  }

  /**
   * The files by what is the same for them in each version: their path without words for a version;
   * inside of a folder that all of them lie in, whole, or the name alone.
   */
  private static Map<String, Delivered> byKey(List<Delivered> files, Place place) {
    int top = place == Place.INSIDE ? top(files).length() : 0;
    Map<String, Delivered> out = new LinkedHashMap<>();
    for (Delivered d : files) {
      String key = key(place == Place.NAME ? d.name() : d.path.substring(top));
      if (out.putIfAbsent(key, d) != null) {
        out.put(d.path.substring(top), d);
      }
    }
    return out;
  }

  private static String key(String path) {
    return VERSION.matcher(path.replace('_', ' ')).replaceAll("v").toLowerCase(Locale.ROOT);
  }

  /** The folders that all files lie in, with a slash at the end; empty for none. */
  private static String top(List<Delivered> files) {
    String top = null;
    for (Delivered d : files) {
      String folder = d.path.substring(0, d.path.lastIndexOf('/') + 1);
      while (top != null && !folder.startsWith(top)) {
        top = top.substring(0, top.lastIndexOf('/', top.length() - 2) + 1);
      }
      top = top == null ? folder : top;
    }
    return top == null ? "" : top;
  }
}
