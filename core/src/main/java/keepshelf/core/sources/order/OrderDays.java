package keepshelf.core.sources.order;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.Month;
import java.time.format.TextStyle;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Days as lists of orders write them. Whether {@code 04/02/2026} begins with the day or the month
 * is settled by all days of a column together; where they do not tell, by the separator: a slash
 * may be either, which is said, a full stop begins with the day.
 */
final class OrderDays {
  private static final Pattern YEAR_FIRST =
      Pattern.compile("(?<!\\d)(\\d{4})[-/.年 ]\\s?(\\d{1,2})[-/.月 ]\\s?(\\d{1,2})(?!\\d)");
  private static final Pattern YEAR_LAST =
      Pattern.compile("(?<!\\d)(\\d{1,2})([-/. ])\\s?(\\d{1,2})[-/. ]\\s?(\\d{4}|\\d{2})(?!\\d)");
  private static final Pattern NAMED =
      Pattern.compile(
          "(?<!\\d)(\\d{1,2})(?:st|nd|rd|th|\\.)?[ -](?:de )?(\\p{L}{3,12})\\.?,?[ -](?:de"
              + " )?(\\d{4})");
  private static final Pattern NAMED_FIRST =
      Pattern.compile("(\\p{L}{3,12})\\.? (\\d{1,2})(?:st|nd|rd|th)?,? (\\d{4})");
  private static final Pattern SECONDS = Pattern.compile("\\d{10}|\\d{13}");
  private static final Pattern SOLID = Pattern.compile("(20\\d{2})(\\d{2})(\\d{2})");
  private static final int MONTHS = 12;
  private static final int CENTURY = 2000;
  private static final long MILLIS = 100_000_000_000L;
  private static final Map<String, Integer> NAMES = names();

  private final boolean monthFirst;
  private final boolean ambiguous;

  private OrderDays(boolean monthFirst, boolean ambiguous) {
    this.monthFirst = monthFirst;
    this.ambiguous = ambiguous;
  }

  /** As the days of one column are written. */
  static OrderDays of(List<String> column) {
    boolean day = false;
    boolean month = false;
    boolean slash = false;
    for (String s : column) {
      Matcher m = YEAR_LAST.matcher(s);
      if (!YEAR_FIRST.matcher(s).find() && m.find()) {
        day |= Integer.parseInt(m.group(1)) > MONTHS;
        month |= Integer.parseInt(m.group(3)) > MONTHS;
        slash |= m.group(2).equals("/") && !m.group(1).equals(m.group(3));
      }
    }
    return new OrderDays(month && !day, slash && day == month);
  }

  /** Whether nothing told if the day or the month comes first; the day was taken. */
  boolean ambiguous() {
    return ambiguous;
  }

  /** The day in a text, ISO 8601; empty when there is none. */
  Optional<String> read(String text) {
    String t = text.strip();
    Matcher m = YEAR_FIRST.matcher(t);
    if (m.find()) {
      return day(m.group(1), m.group(2), m.group(3));
    }
    m = YEAR_LAST.matcher(t);
    if (m.find()) {
      String year =
          m.group(4).length() == 2 ? "" + (CENTURY + Integer.parseInt(m.group(4))) : m.group(4);
      boolean swap = monthFirst;
      return swap ? day(year, m.group(1), m.group(3)) : day(year, m.group(3), m.group(1));
    }
    m = NAMED.matcher(t);
    if (m.find() && NAMES.containsKey(key(m.group(2)))) {
      return day(m.group(3), "" + NAMES.get(key(m.group(2))), m.group(1));
    }
    m = NAMED_FIRST.matcher(t);
    if (m.find() && NAMES.containsKey(key(m.group(1)))) {
      return day(m.group(3), "" + NAMES.get(key(m.group(1))), m.group(2));
    }
    m = SOLID.matcher(t);
    if (m.matches()) {
      return day(m.group(1), m.group(2), m.group(3));
    }
    if (SECONDS.matcher(t).matches()) {
      long n = Long.parseLong(t);
      return Optional.of(
          LocalDate.ofInstant(
                  java.time.Instant.ofEpochSecond(n > MILLIS ? n / 1000 : n),
                  java.time.ZoneOffset.UTC)
              .toString());
    }
    return Optional.empty();
  }

  private static Optional<String> day(String year, String month, String day) {
    try {
      return Optional.of(
          LocalDate.of(Integer.parseInt(year), Integer.parseInt(month), Integer.parseInt(day))
              .toString());
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  private static String key(String name) {
    return name.toLowerCase(Locale.ROOT);
  }

  /** Months in the languages that most shops write, whole and cut short. */
  private static Map<String, Integer> names() {
    Map<String, Integer> out = new HashMap<>();
    for (String tag : List.of("en", "de", "fr", "es", "it", "pt", "nl", "da", "nb", "sv", "pl")) {
      Locale l = Locale.forLanguageTag(tag);
      for (Month m : Month.values()) {
        for (TextStyle s : List.of(TextStyle.FULL, TextStyle.SHORT)) {
          out.putIfAbsent(key(m.getDisplayName(s, l)).replace(".", ""), m.getValue());
        }
      }
    }
    out.put("sept", Month.SEPTEMBER.getValue());
    return out;
  }
}
