package keepshelf.core.sources.owned;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.math.BigDecimal;
import java.util.Currency;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * An amount as it was paid. Amounts of different currencies are never put together.
 *
 * @param amount with the digits that were written
 * @param currency its ISO 4217 code; the sign itself where that stands for several currencies; or
 *     empty when none was written
 */
public record Money(BigDecimal amount, String currency) {
  /** Signs that mean one currency. A dollar, a crown or a ¥ sign means several and stays. */
  private static final Map<String, String> SIGNS =
      Map.of("€", "EUR", "£", "GBP", "₹", "INR", "₩", "KRW", "₺", "TRY", "₴", "UAH", "zł", "PLN");

  private static final Pattern NUMBER =
      Pattern.compile("[-−–]?\\s?\\d[\\d.,'’\\u00a0\\u202f ]*\\d|[-−–]?\\s?\\d");
  private static final Pattern CODE = Pattern.compile("(?<!\\p{L})[A-Z]{3}(?!\\p{L})");
  private static final int CENTS = 2;
  private static final int THOUSAND = 3;

  /**
   * Reads what people and shops write: {@code € 1.299,00}, {@code 18.00 EUR}, {@code $12}, {@code
   * CHF 1'200.–}, {@code free}.
   *
   * @return empty when there is no amount in it
   */
  public static Optional<Money> read(String text) {
    String t = text == null ? "" : text.strip();
    Matcher m = NUMBER.matcher(t);
    if (!m.find()) {
      boolean free =
          t.toLowerCase(Locale.ROOT).matches("free|gratis|kostenlos|gratuit|–|-|no charge");
      return free && t.length() > 1
          ? Optional.of(new Money(BigDecimal.ZERO, ""))
          : Optional.empty();
    }
    String digits = m.group();
    String rest = (t.substring(0, m.start()) + " " + t.substring(m.end())).strip();
    boolean negative =
        digits.matches("[-−–].*") || t.matches("\\([^()]*\\d[^()]*\\)") || rest.matches("[-−–].*");
    BigDecimal value = decimal(digits);
    return Optional.of(new Money(negative ? value.negate() : value, currency(rest)));
  }

  /** What JSON has of it. */
  @JsonCreator
  static Money of(String text) {
    return read(text)
        .orElseThrow(() -> new IllegalArgumentException(Words.of("money.no-amount-money", text)));
  }

  /** The same in this currency when none was written. */
  public Money in(@Nullable String other) {
    return currency.isEmpty() && other != null && !other.isBlank()
        ? new Money(amount, currency(other))
        : this;
  }

  private static String currency(String rest) {
    Matcher code = CODE.matcher(rest);
    while (code.find()) {
      if (isCode(code.group())) {
        return code.group();
      }
    }
    for (Map.Entry<String, String> e : SIGNS.entrySet()) {
      if (rest.contains(e.getKey())) {
        return e.getValue();
      }
    }
    // "US$" and "A$" say which dollar is meant.
    String sign = rest.replaceAll("[^\\p{Sc}\\p{L}]", "");
    return switch (sign.toUpperCase(Locale.ROOT)) {
      case "US$", "USD$" -> "USD";
      case "A$", "AU$" -> "AUD";
      case "C$", "CA$" -> "CAD";
      case "CN¥" -> "CNY";
      case "JP¥" -> "JPY";
      default -> sign.length() <= CENTS ? sign : "";
    };
  }

  private static boolean isCode(String s) {
    try {
      return Currency.getInstance(s) != null;
    } catch (IllegalArgumentException e) {
      return false;
    }
  }

  /**
   * A number with signs for thousands and decimals in either way: the last of two different signs
   * is the decimal one; a single sign is, unless three digits follow it.
   */
  private static BigDecimal decimal(String digits) {
    String d = digits.replaceAll("[^0-9.,]", "");
    int dot = d.lastIndexOf('.');
    int comma = d.lastIndexOf(',');
    int point = Math.max(dot, comma);
    if (dot >= 0 && comma >= 0) {
      return new BigDecimal(whole(d, point) + "." + d.substring(point + 1));
    }
    boolean several = point >= 0 && d.indexOf(d.charAt(point)) != point;
    boolean thousands = point >= 0 && d.length() - point - 1 == THOUSAND && point > 0;
    if (point < 0 || several || thousands) {
      return new BigDecimal(d.replaceAll("[.,]", ""));
    }
    return new BigDecimal(whole(d, point) + "." + d.substring(point + 1));
  }

  private static String whole(String d, int point) {
    String w = d.substring(0, point).replaceAll("[.,]", "");
    return w.isEmpty() ? "0" : w;
  }

  /** As in records and for people: {@code 18.00 EUR}. */
  @JsonValue
  @Override
  public String toString() {
    return amount.toPlainString() + (currency.isEmpty() ? "" : " " + currency);
  }
}
