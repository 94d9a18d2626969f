package keepshelf.core.model;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.words.Words;

/** Lengths as people write them. */
public final class Length {
  private static final Pattern WRITTEN = Pattern.compile("(\\d+(?:\\.\\d+)?)\\s*(mm|cm|m|in|ft)?");

  private Length() {}

  /**
   * A written length in metres: {@code 0.6 m}, {@code 25 cm}, {@code 4 mm}, {@code 10 in}, {@code 2
   * ft}; a comma is a decimal point.
   *
   * @param unit what a bare number is in: one of these units
   * @throws IllegalArgumentException with a sentence for people when it is none
   */
  public static double metres(String written, String unit) {
    Matcher m = WRITTEN.matcher(written.strip().replace(',', '.').toLowerCase(Locale.ROOT));
    if (!m.matches()) {
      throw new IllegalArgumentException(Words.of("length.no-length-write-like-0", written));
    }
    double n = Double.parseDouble(m.group(1));
    double metres =
        switch (m.group(2) == null ? unit : m.group(2)) {
          case "mm" -> n / 1000;
          case "cm" -> n / 100;
          case "in" -> n * 0.0254;
          case "ft" -> n * 0.3048;
          default -> n;
        };
    // A nanometre is more than anybody measures; without it 4 mm would not be 0.004 m.
    return Math.round(metres * 1e9) / 1e9;
  }
}
