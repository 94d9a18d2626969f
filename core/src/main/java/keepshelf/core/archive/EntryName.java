package keepshelf.core.archive;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import keepshelf.core.words.Words;

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
      throw new UnsafeNameException(Words.of("entryName.name-holds-zero-byte"));
    }
    String n = name.replace('\\', '/');
    if (n.startsWith("/")) {
      throw new UnsafeNameException(Words.of("entryName.name-absolute-path"));
    }
    if (DRIVE.matcher(n).matches()) {
      throw new UnsafeNameException(Words.of("entryName.name-begins-with-drive"));
    }
    List<String> parts = new ArrayList<>();
    for (String p : n.split("/")) {
      if (p.equals("..")) {
        throw new UnsafeNameException(Words.of("entryName.name-leads-out-folder"));
      }
      if (!p.isEmpty() && !p.equals(".")) {
        parts.add(harmless(p));
      }
    }
    if (parts.isEmpty()) {
      throw new UnsafeNameException(Words.of("entryName.has-no-name"));
    }
    if (parts.size() > DEEPEST) {
      throw new UnsafeNameException(Words.of("entryName.lies-more-than-folders-deep", DEEPEST));
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
    if (bytes(b) > LONGEST_PART) {
      return shortened(b.toString(), Integer.toHexString(part.hashCode()));
    }
    return b.toString();
  }

  private static int bytes(CharSequence s) {
    return s.toString().getBytes(StandardCharsets.UTF_8).length;
  }

  /**
   * A name that is too long for some file systems, without its middle: what a picture is for stands
   * at the end, what it belongs to at the beginning.
   */
  private static String shortened(String name, String hash) {
    int dot = name.lastIndexOf('.');
    String ext = dot > 0 && name.length() - dot <= 10 ? name.substring(dot) : "";
    String stem = name.substring(0, name.length() - ext.length());
    int room = (LONGEST_PART - bytes(ext) - bytes(hash) - 2) / 2;
    int head = 0;
    for (int used = 0; head < stem.length(); ) {
      int c = stem.codePointAt(head);
      used += bytes(Character.toString(c));
      if (used > room) {
        break;
      }
      head += Character.charCount(c);
    }
    int tail = stem.length();
    for (int used = 0; tail > head; ) {
      int c = stem.codePointBefore(tail);
      used += bytes(Character.toString(c));
      if (used > room) {
        break;
      }
      tail -= Character.charCount(c);
    }
    return stem.substring(0, head) + "~" + hash + "~" + stem.substring(tail) + ext;
  }

  /** The form in which two names collide on a file system that ignores case. */
  static String folded(List<String> parts) {
    return java.text.Normalizer.normalize(String.join("/", parts), java.text.Normalizer.Form.NFC)
        .toLowerCase(Locale.ROOT);
  }
}
