package keepshelf.desktop.words;

import java.util.Locale;
import keepshelf.core.words.WordBook;

/** The words of the interface, from one resource bundle. */
public final class Words {
  private static final int LEAST_GROUPED = 1_000;

  private static final WordBook BOOK =
      WordBook.of(
          "keepshelf.desktop.words", Locale.getDefault(Locale.Category.DISPLAY), LEAST_GROUPED);

  private Words() {}

  /** The text of {@code key}, with {@code {0}} and so on filled in. */
  public static String of(String key, Object... values) {
    return BOOK.of(key, values);
  }

  /** The text of {@code key}, or null when there is none. */
  public static String find(String key) {
    return BOOK.has(key) ? BOOK.of(key) : null;
  }

  /** Bytes as people read them: "412 MB". */
  public static String bytes(long bytes) {
    if (bytes < 1_000_000) {
      return Math.max(bytes > 0 ? 1 : 0, Math.round(bytes / 1000.0)) + " kB";
    }
    if (bytes < 1_000_000_000) {
      return bytes < 10_000_000
          ? String.format(Locale.ROOT, "%.1f MB", bytes / 1e6)
          : Math.round(bytes / 1e6) + " MB";
    }
    return String.format(Locale.ROOT, "%.1f GB", bytes / 1e9);
  }
}
