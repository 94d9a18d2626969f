package keepshelf.core.archive;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/** Checks an entry's name before it becomes a path below the folder it is unpacked into. */
final class EntryName {
  private static final Pattern DRIVE = Pattern.compile("^[A-Za-z]:.*");
  private static final Pattern RESERVED =
      Pattern.compile("(?i)(?:con|prn|aux|nul|com\\d|lpt\\d)(?:\\..*)?");
  private static final int LONGEST_PART = 200;
  private static final int DEEPEST = 40;

  private EntryName() {}

  /** Thrown for a name that must not become a path; the message says why. */
  static final class UnsafeNameException extends Exception {
    private static final long serialVersionUID = 1;

    UnsafeNameException(String why) {
      super(why);
    }
  }

  /**
   * The folders and file name of {@code name}, all harmless on any system.
   *
   * @throws UnsafeNameException when the name would leave its folder or cannot exist
   */
  static List<String> parts(String name) throws UnsafeNameException {
    if (name.indexOf('\0') >= 0) {
      throw new UnsafeNameException("its name holds a zero byte");
    }
    String n = name.replace('\\', '/');
    if (n.startsWith("/")) {
      throw new UnsafeNameException("its name is an absolute path");
    }
    if (DRIVE.matcher(n).matches()) {
      throw new UnsafeNameException("its name begins with a drive");
    }
    List<String> parts = new ArrayList<>();
    for (String p : n.split("/")) {
      if (p.equals("..")) {
        throw new UnsafeNameException("its name leads out of its folder");
      }
      if (!p.isEmpty() && !p.equals(".")) {
        parts.add(harmless(p));
      }
    }
    if (parts.isEmpty()) {
      throw new UnsafeNameException("it has no name");
    }
    if (parts.size() > DEEPEST) {
      throw new UnsafeNameException("it lies more than " + DEEPEST + " folders deep");
    }
    return parts;
  }

  /** Characters and endings that some file system does not take are replaced by an underscore. */
  private static String harmless(String part) {
    StringBuilder b = new StringBuilder();
    part.codePoints()
        .map(c -> c < 32 || c == 127 || "<>:\"|?*".indexOf(c) >= 0 ? '_' : c)
        .forEach(b::appendCodePoint);
    while (b.length() > 0 && (b.charAt(b.length() - 1) == '.' || b.charAt(b.length() - 1) == ' ')) {
      b.setCharAt(b.length() - 1, '_');
    }
    if (RESERVED.matcher(b).matches()) {
      b.insert(0, '_');
    }
    if (b.toString().getBytes(java.nio.charset.StandardCharsets.UTF_8).length > LONGEST_PART) {
      int dot = b.lastIndexOf(".");
      String ext = dot > 0 && b.length() - dot <= 10 ? b.substring(dot) : "";
      String hash = Integer.toHexString(part.hashCode());
      int end = Math.min(b.length(), 50);
      if (end > 0 && Character.isHighSurrogate(b.charAt(end - 1))) {
        end--;
      }
      return b.substring(0, end) + "~" + hash + ext;
    }
    return b.toString();
  }

  /** The form in which two names collide on a file system that ignores case. */
  static String folded(List<String> parts) {
    return java.text.Normalizer.normalize(String.join("/", parts), java.text.Normalizer.Form.NFC)
        .toLowerCase(Locale.ROOT);
  }
}
