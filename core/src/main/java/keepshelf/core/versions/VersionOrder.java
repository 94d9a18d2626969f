package keepshelf.core.versions;

import java.math.BigInteger;
import java.util.Comparator;
import org.jspecify.annotations.Nullable;

/** Orders what vendors write as versions: number by number, no version before any. */
public final class VersionOrder implements Comparator<String> {
  /** The order. */
  public static final VersionOrder NUMBERS = new VersionOrder();

  private VersionOrder() {}

  /** As {@link Comparator#compare}; either may be null. */
  @Override
  public int compare(@Nullable String a, @Nullable String b) {
    if (a == null || b == null) {
      return a == null ? b == null ? 0 : -1 : 1;
    }
    String[] x = numbers(a);
    String[] y = numbers(b);
    for (int i = 0; i < Math.max(x.length, y.length); i++) {
      int order = number(x, i).compareTo(number(y, i));
      if (order != 0) {
        return order;
      }
    }
    return 0;
  }

  /** What stands before the first number, as "v", says nothing. */
  private static String[] numbers(String version) {
    return version.replaceFirst("^[^0-9]+", "").split("[^0-9]+");
  }

  /** A date written without separators is a version too, so any length counts. */
  private static BigInteger number(String[] parts, int i) {
    return i < parts.length && !parts[i].isEmpty() ? new BigInteger(parts[i]) : BigInteger.ZERO;
  }
}
