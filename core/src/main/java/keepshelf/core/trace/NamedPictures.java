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

/** Finds the pictures that a text document names, whatever kind of document it is. */
final class NamedPictures {
  private static final long MOST = 16L << 20;
  private static final int LOOKED_AT = 8192;
  private static final String ENDING = "\\.(?:png|jpe?g|tiff?|exr|hdr|tga|bmp|webp|psd)";

  /** Within quotes a name may hold spaces; elsewhere it ends with one. */
  private static final Pattern NAME =
      Pattern.compile(
          "[\"'@]([^\"'@\\n\\r<>|?*]{1,1024}?"
              + ENDING
              + ")[\"'@]|([^\\s\"'@<>|?*()\\[\\]{}=,;]{1,1024}?"
              + ENDING
              + ")(?![\\w.])",
          Pattern.CASE_INSENSITIVE);

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
    Matcher m = NAME.matcher(text);
    while (m.find()) {
      String name = m.group(1) != null ? m.group(1) : m.group(2);
      if (name.startsWith("data:") || name.matches("(?i)https?:.*")) {
        continue;
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

  private static Path found(Path document, String name) {
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
