package keepshelf.core.finish;

import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.catalogue.setup.Finish.Range;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** What a finish brings a grey map to, read and written as text; null is as the map has it. */
final class Ranges {
  private static final Pattern TWO =
      Pattern.compile("([\\d.,]+?)\\s*(?:\\.\\.|to|–|-|…)\\s*([\\d.,]+)");

  /** One half may become no more than this near to an end. */
  private static final double LEAST = 0.02;

  private Ranges() {}

  /** {@code 0.3..0.9}; empty when the ends are those of the map. */
  static String ends(@Nullable Range r) {
    return r == null || r.low() == 0 && r.high() == 1 ? "" : two(r.low(), r.high());
  }

  /** The part of the map that is stretched; empty for all of it. */
  static String from(@Nullable Range r) {
    return r == null || r.from() == null || r.to() == null ? "" : two(r.from(), r.to());
  }

  /** What one half becomes; empty when it stays. */
  static String middle(@Nullable Range r) {
    return r == null ? "" : FinishSetting.number(r.middle(), "");
  }

  private static String two(double a, double b) {
    return FinishSetting.number(a, "") + ".." + FinishSetting.number(b, "");
  }

  /**
   * With other ends; one number stands for both.
   *
   * @throws IllegalArgumentException when the text makes no sense
   */
  static @Nullable Range withEnds(@Nullable Range r, String text) {
    double[] ends = text.isEmpty() ? new double[] {0, 1} : numbers(text);
    return orNull(new Range(ends[0], ends[1], whole(r).from(), whole(r).to(), whole(r).middle()));
  }

  /**
   * With another part of the map stretched.
   *
   * @throws IllegalArgumentException when the text makes no sense
   */
  static @Nullable Range withFrom(@Nullable Range r, String text) {
    double[] ends = text.isEmpty() ? new double[] {0, 1} : numbers(text);
    if (ends[1] - ends[0] < 0.001) {
      throw new IllegalArgumentException(Words.of("ranges.nothing-between-them"));
    }
    boolean all = ends[0] == 0 && ends[1] == 1;
    return orNull(
        new Range(
            whole(r).low(),
            whole(r).high(),
            all ? null : ends[0],
            all ? null : ends[1],
            whole(r).middle()));
  }

  /**
   * Bent so that one half becomes another share of the way.
   *
   * @throws IllegalArgumentException when the text makes no sense
   */
  static @Nullable Range withMiddle(@Nullable Range r, String text) {
    Double middle = text.isEmpty() ? null : number(text);
    if (middle != null && (middle < LEAST || middle > 1 - LEAST)) {
      throw new IllegalArgumentException(Words.of("ranges.too-near-to-end"));
    }
    return orNull(
        new Range(
            whole(r).low(),
            whole(r).high(),
            whole(r).from(),
            whole(r).to(),
            middle == null || middle == 0.5 ? null : middle));
  }

  private static Range whole(@Nullable Range r) {
    return r == null ? Range.WHOLE : r;
  }

  private static @Nullable Range orNull(Range r) {
    return r.equals(Range.WHOLE) ? null : r;
  }

  private static double[] numbers(String text) {
    Matcher m = TWO.matcher(text.toLowerCase(Locale.ROOT));
    return m.matches()
        ? new double[] {number(m.group(1)), number(m.group(2))}
        : new double[] {number(text), number(text)};
  }

  private static double number(String text) {
    double v = Double.parseDouble(text.replace(',', '.').strip());
    if (!(v >= 0 && v <= 1)) {
      throw new IllegalArgumentException(Words.of("ranges.has-to-be-between-0"));
    }
    return v;
  }
}
