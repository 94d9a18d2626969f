package keepshelf.cli.words;

import java.util.Locale;
import keepshelf.core.words.WordBook;
import org.jspecify.annotations.Nullable;

/** What the command line says by itself; what the core says comes in its own words. */
public final class Words {
  /** Sizes in pixels and years stay in one piece. */
  private static final int LEAST_GROUPED = 10_000;

  private static final WordBook BOOK =
      WordBook.of("keepshelf.cli.words", Locale.getDefault(Locale.Category.DISPLAY), LEAST_GROUPED);

  private Words() {}

  /** The text of {@code key}, with {@code {0}} and so on filled in. */
  public static String of(String key, @Nullable Object... values) {
    return BOOK.of(key, values);
  }
}
