package keepshelf.core.trace;

import java.io.IOException;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** Finds the pictures that a text document names, whatever kind of document it is. */
final class NamedPictures {
  private static final long MOST = 16L << 20;
  private static final int LOOKED_AT = 8192;

  /** Longer names are none. */
  private static final int LONGEST = 1024;

  private static final Pattern ENDING =
      Pattern.compile(
          "\\.(?:png|jpe?g|tiff?|exr|hdr|tga|bmp|webp|psd)(?![\\w.])", Pattern.CASE_INSENSITIVE);

  /** What a name may stand between, holding spaces. */
  private static final String QUOTES = "\"'@";

  /** What ends a name that stands without quotes. */
  private static final String BOUNDS = QUOTES + "<>|?*()[]{}=,; \t\r\n";

  private NamedPictures() {}

  /** Whether {@code file} is text that could name pictures, going by its size and first bytes. */
  static boolean isText(Path file, long size) {
    if (size <= 0 || size > MOST) {
      return false;
    }
    try (var in = Files.newInputStream(file)) {
      for (byte b : in.readNBytes(LOOKED_AT)) {
        if (b == 0) {
          return false;
        }
      }
      return true;
    } catch (IOException e) {
      return false;
    }
  }

  /**
   * The pictures that {@code document} names and that are there, links left aside.
   *
   * @param lost receives the names of those that are not
   */
  static Set<Path> of(Path document, Set<String> lost) throws IOException {
    String text = Files.readString(document, StandardCharsets.ISO_8859_1);
    // Most text is UTF-8; what is not is read byte by byte, so that no document is refused.
    text = new String(text.getBytes(StandardCharsets.ISO_8859_1), StandardCharsets.UTF_8);
    Set<Path> out = new LinkedHashSet<>();
    Matcher m = ENDING.matcher(text);
    while (m.find()) {
      String name = nameBefore(text, m.end());
      if (name.isEmpty()
          || name.startsWith("data:")
          || name.startsWith("//")
          || name.startsWith("\\\\")
          || name.matches("(?i)[a-z]+://.*") && !name.startsWith("file://")) {
        continue; // Nothing is asked of the network.
      }
      Path found = found(document, name);
      if (found != null) {
        out.add(found);
      } else {
        lost.add(name);
      }
    }
    return out;
  }

  /** The name that ends at {@code end}: back to the quote that closes there, else to a bound. */
  private static String nameBefore(String text, int end) {
    char after = end < text.length() ? text.charAt(end) : ' ';
    boolean quoted = QUOTES.indexOf(after) >= 0;
    int from = end - 1;
    int least = Math.max(0, end - LONGEST);
    while (from >= least) {
      char c = text.charAt(from);
      if (quoted ? c == after || c == '\n' : BOUNDS.indexOf(c) >= 0) {
        return text.substring(from + 1, end);
      }
      from--;
    }
    return from < 0 ? text.substring(0, end) : "";
  }

  private static @Nullable Path found(Path document, String name) {
    String plain = name.replace('\\', '/').replaceFirst("^file://", "");
    for (String n : new String[] {plain, decoded(plain)}) {
      try {
        Path p = document.resolveSibling(n).normalize();
        if (Files.isRegularFile(p, LinkOption.NOFOLLOW_LINKS)) {
          return p;
        }
      } catch (InvalidPathException e) {
        // Not a path of this system: it is lost here.
      }
    }
    return null;
  }

  private static String decoded(String name) {
    try {
      return URLDecoder.decode(name.replace("+", "%2B"), StandardCharsets.UTF_8);
    } catch (IllegalArgumentException e) {
      return name;
    }
  }
}
