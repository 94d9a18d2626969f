package keepshelf.core.words;

import java.text.Format;
import java.text.MessageFormat;
import java.text.NumberFormat;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.ResourceBundle;
import java.util.ResourceBundle.Control;
import org.jspecify.annotations.Nullable;

/**
 * The words of one part of the program, from a resource bundle: the one in the language of the
 * system if there is such a file beside the English one, else English. Texts with values are
 * patterns of {@link MessageFormat}; numbers are written as that language writes them.
 */
public final class WordBook {
  /** Digits after the point where a text does not say how many. */
  private static final int MOST_DIGITS = 5;

  private final ResourceBundle bundle;
  private final Locale locale;
  private final int leastGrouped;

  /** Patterns are no use to two threads at once, and slow to take apart. */
  private final ThreadLocal<Map<String, MessageFormat>> patterns =
      ThreadLocal.withInitial(HashMap::new);

  private WordBook(ResourceBundle bundle, int leastGrouped) {
    this.bundle = bundle;
    this.locale = bundle.getLocale().equals(Locale.ROOT) ? Locale.UK : bundle.getLocale();
    this.leastGrouped = leastGrouped;
  }

  /**
   * The words of the bundle {@code name} in {@code language}.
   *
   * @param leastGrouped whole numbers from this one on are written in groups of digits
   * @throws java.util.MissingResourceException when there is no such bundle
   */
  public static WordBook of(String name, Locale language, int leastGrouped) {
    Control noOther = Control.getNoFallbackControl(Control.FORMAT_PROPERTIES);
    return new WordBook(ResourceBundle.getBundle(name, language, noOther), leastGrouped);
  }

  /**
   * The text of {@code key} with {@code values} in the places of {@code {0}} and so on.
   *
   * @throws java.util.MissingResourceException when there is no such text
   */
  public String of(String key, @Nullable Object... values) {
    String text = bundle.getString(key);
    if (values.length == 0 && text.indexOf('{') < 0) {
      return text;
    }
    MessageFormat pattern =
        patterns.get().computeIfAbsent(key, k -> new MessageFormat(text, locale));
    Format[] formats = pattern.getFormatsByArgumentIndex();
    @Nullable Object[] written = new @Nullable Object[values.length];
    for (int i = 0; i < values.length; i++) {
      boolean chosen = i < formats.length && formats[i] != null;
      written[i] = chosen ? values[i] : written(values[i]);
    }
    return pattern.format(written);
  }

  private @Nullable Object written(@Nullable Object value) {
    if (!(value instanceof Number n)) {
      return value;
    }
    boolean whole = value instanceof Integer || value instanceof Long;
    if (whole && Math.abs(n.longValue()) < leastGrouped) {
      return value.toString();
    }
    NumberFormat numbers = NumberFormat.getInstance(locale);
    numbers.setMaximumFractionDigits(MOST_DIGITS);
    return numbers.format(value);
  }

  /** Whether there is a text of {@code key}. */
  public boolean has(String key) {
    return bundle.containsKey(key);
  }
}
