package keepshelf.core.sources.fetch;

import java.util.Locale;
import java.util.Set;

/** Names for files that come from elsewhere, which no system takes for anything but names. */
final class FileNames {
  private static final int LONGEST = 120;

  private FileNames() {}

  /** A name like {@code name} that is not among {@code taken}, to which it is added. */
  static String safe(String name, Set<String> taken) {
    String n =
        name.replaceAll("[\\p{Cc}\\p{Cf}/\\\\:*?\"<>|]+", "-").replaceAll("^[. -]+|[. ]+$", "");
    if (n.matches("(?i)(con|prn|aux|nul|com\\d|lpt\\d)(\\..*)?") || n.isEmpty()) {
      n = "file-" + n;
    }
    if (n.length() > LONGEST) {
      n = n.substring(n.length() - LONGEST).replaceAll("^[. -]+", "");
    }
    String out = n;
    for (int i = 2; !taken.add(out.toLowerCase(Locale.ROOT)); i++) {
      int dot = n.lastIndexOf('.');
      out = dot > 0 ? n.substring(0, dot) + "-" + i + n.substring(dot) : n + "-" + i;
    }
    return out;
  }
}
