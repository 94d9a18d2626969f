package keepshelf.core.format;

import java.math.BigDecimal;
import java.util.Locale;

/** Numbers and names as text documents need them. */
public final class Numbers {
  private Numbers() {}

  /** Plain decimals, at most six of them, without exponent and needless zeros. */
  public static String plain(double v) {
    return new BigDecimal(String.format(Locale.ROOT, "%.6f", v))
        .stripTrailingZeros()
        .toPlainString();
  }

  /** {@code name} in letters, digits and underscores, not beginning with a digit. */
  public static String identifier(String name) {
    String ascii =
        java.text.Normalizer.normalize(name, java.text.Normalizer.Form.NFKD)
            .replaceAll("\\p{M}+", "");
    String n = ascii.replaceAll("[^A-Za-z0-9]+", "_").replaceAll("^_+|_+$", "");
    if (n.isEmpty()) {
      n = "material_" + Integer.toHexString(name.hashCode());
    }
    return Character.isDigit(n.charAt(0)) ? "m_" + n : n;
  }
}
