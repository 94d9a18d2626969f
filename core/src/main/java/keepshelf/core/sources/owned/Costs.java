package keepshelf.core.sources.owned;

import java.math.BigDecimal;
import java.util.Collection;
import java.util.Map;
import java.util.TreeMap;

/** What was paid, per year and currency; amounts without a day stand under the year "". */
public record Costs(Map<String, Map<String, BigDecimal>> byYear) {
  private static final int YEAR = 4;

  /** Of what is owned. */
  public static Costs of(Collection<Entitlement> owned) {
    Map<String, Map<String, BigDecimal>> out = new TreeMap<>();
    for (Entitlement e : owned) {
      if (e.price() != null && e.price().amount().signum() != 0) {
        String year = e.date() == null ? "" : e.date().substring(0, YEAR);
        out.computeIfAbsent(year, y -> new TreeMap<>())
            .merge(e.price().currency(), e.price().amount(), BigDecimal::add);
      }
    }
    return new Costs(out);
  }

  /** All years together, by currency. */
  public Map<String, BigDecimal> total() {
    Map<String, BigDecimal> out = new TreeMap<>();
    byYear.values().forEach(y -> y.forEach((c, a) -> out.merge(c, a, BigDecimal::add)));
    return out;
  }

  /** The first year that anything was paid in; empty when no day is known. */
  public String since() {
    return byYear.keySet().stream().filter(y -> !y.isEmpty()).findFirst().orElse("");
  }
}
