package keepshelf.core.words;

import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** What the core says to people: problems, reasons, findings and what to do about them. */
public final class Words {
  /** Sizes in pixels and years stay in one piece. */
  private static final int LEAST_GROUPED = 10_000;

  private static final WordBook BOOK =
      WordBook.of(
          "keepshelf.core.words", Locale.getDefault(Locale.Category.DISPLAY), LEAST_GROUPED);

  private Words() {}

  /** The text of {@code key}, with {@code {0}} and so on filled in. */
  public static String of(String key, @Nullable Object... values) {
    return BOOK.of(key, values);
  }

  /** Whether there is a text of {@code key}. */
  static boolean has(String key) {
    return BOOK.has(key);
  }
}
