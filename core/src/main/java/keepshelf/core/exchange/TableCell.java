package keepshelf.core.exchange;

import java.util.regex.Pattern;

/**
 * Texts in cells of a CSV table. Programs that calculate take a cell that begins with certain signs
 * for a formula, and texts may come from strangers: an apostrophe before it keeps it a text, as
 * those programs have it themselves.
 */
final class TableCell {
  private static final Pattern FORMULA = Pattern.compile("'*[=+@\\-\\t\\r].*", Pattern.DOTALL);

  private TableCell() {}

  /** What is written for {@code value}; numbers are left as they are. */
  static Object safe(Object value) {
    return value instanceof String s && FORMULA.matcher(s).matches() ? "'" + s : value;
  }

  /** What {@code cell} says; the reverse of {@link #safe}. */
  static String meant(String cell) {
    return cell.startsWith("'") && FORMULA.matcher(cell).matches() ? cell.substring(1) : cell;
  }
}
