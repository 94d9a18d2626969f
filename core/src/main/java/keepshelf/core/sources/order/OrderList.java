package keepshelf.core.sources.order;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Money;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * What a table of orders means, once it is known what its columns say.
 *
 * @param owned an entitlement for each row that names a pack
 * @param problems what could not be understood, by row
 */
public record OrderList(List<Entitlement> owned, List<Problem> problems) {
  /** A resolution at the end of a name: what was bought of the pack, not what it is called. */
  private static final Pattern EDITION =
      Pattern.compile(
          "(.+?)[\\s,_–—/-]*[(\\[]?\\b(512|1k|2k|4k|8k|16k)\\b[)\\]]?\\s*",
          Pattern.CASE_INSENSITIVE);

  private static final int MOST_SAID = 20;

  /** Copies the lists. */
  public OrderList {
    owned = List.copyOf(owned);
    problems = List.copyOf(problems);
  }

  /**
   * The mapping that a person wrote, as {@code pack=Product,date=Ordered on}.
   *
   * @throws ShelfException when it names a field or a column that is not there
   */
  public static Map<OrderField, String> mapping(OrderTable table, Map<String, String> written)
      throws ShelfException {
    Map<OrderField, String> out = new EnumMap<>(OrderField.class);
    for (Map.Entry<String, String> e : written.entrySet()) {
      OrderField f =
          OrderField.ofId(e.getKey())
              .orElseThrow(() ->
                  wrong(
                      Words.of(
                          "orderList.list-orders-has-no-field",
                          e.getKey(),
                          String.join(
                              ", ",
                              List.of(OrderField.values()).stream()
                                  .map(OrderField::id)
                                  .toList()))));
      if (table.column(e.getValue()) < 0) {
        throw wrong(
            Words.of(
                "orderList.list-has-no-column-has",
                e.getValue(),
                String.join(", ", table.columns())));
      }
      out.put(f, table.columns().get(table.column(e.getValue())));
    }
    if (!out.containsKey(OrderField.PACK)) {
      throw wrong(
          Words.of("orderList.say-which-column-names-pack", String.join(", ", table.columns())));
    }
    return out;
  }

  private static ShelfException wrong(String message) {
    return new ShelfException(Problem.error("order-columns", null, message));
  }

  /** Reads {@code table} as orders at {@code source}; columns that are not there say nothing. */
  public static OrderList of(OrderTable table, String source, Map<OrderField, String> mapping) {
    Map<OrderField, Integer> at = new EnumMap<>(OrderField.class);
    mapping.forEach((f, c) -> at.put(f, table.column(c)));
    OrderDays days = OrderDays.of(column(table, at, OrderField.DATE));
    OrderDays ends = OrderDays.of(column(table, at, OrderField.UNTIL));
    List<Problem> problems = new ArrayList<>();
    if (days.ambiguous()) {
      problems.add(
          Problem.note(
              "day-or-month", null, Phrase.of("orderList.nothing-list-tells-whether-dates")));
    }
    List<Entitlement> owned = new ArrayList<>();
    for (int r = 0; r < table.rows().size(); r++) {
      Row row = new Row(table, at, r);
      String name = row.text(OrderField.PACK);
      if (name == null || sum(row, name)) {
        continue;
      }
      List<String> editions = new ArrayList<>();
      String written = row.text(OrderField.EDITION);
      Matcher m = EDITION.matcher(name);
      if (written != null) {
        for (String e : written.split("\\s*[,;/+&|]\\s*")) {
          editions.add(e);
        }
      } else if (m.matches()) {
        name = m.group(1);
        editions.add(m.group(2).toUpperCase(Locale.ROOT));
      }
      owned.add(
          new Entitlement(
              "",
              source,
              name,
              row.text(OrderField.VERSION),
              editions,
              price(row, problems),
              day(row, OrderField.DATE, days, problems),
              row.text(OrderField.ORDER),
              row.text(OrderField.ACCOUNT),
              row.text(OrderField.LICENCE),
              row.page(OrderField.PAGE),
              row.text(OrderField.SUPPORT),
              day(row, OrderField.UNTIL, ends, problems),
              seats(row),
              Entitlement.How.ORDER_LIST));
    }
    return new OrderList(owned, cut(problems));
  }

  private static List<String> column(OrderTable t, Map<OrderField, Integer> at, OrderField f) {
    int c = at.getOrDefault(f, -1);
    return c < 0 ? List.of() : t.rows().stream().map(r -> r.get(c)).toList();
  }

  /** A last row that sums up is no order. */
  private static boolean sum(Row row, String name) {
    return name.toLowerCase(Locale.ROOT)
            .matches("(sub)?total:?|sum:?|summe:?|gesamt:?|grand total:?|vat.*|tax.*|shipping.*")
        && row.text(OrderField.ORDER) == null;
  }

  private static @Nullable Money price(Row row, List<Problem> problems) {
    String s = row.text(OrderField.PRICE);
    if (s == null) {
      return null;
    }
    Money m = Money.read(s).map(x -> x.in(row.text(OrderField.CURRENCY))).orElse(null);
    if (m == null) {
      problems.add(not(row, "price", s));
    }
    return m;
  }

  private static @Nullable String day(
      Row row, OrderField f, OrderDays days, List<Problem> problems) {
    String s = row.text(f);
    if (s == null) {
      return null;
    }
    String d = days.read(s).orElse(null);
    if (d == null) {
      problems.add(not(row, "date", s));
    }
    return d;
  }

  private static Problem not(Row row, String what, String text) {
    return Problem.warning(
        "order-" + what,
        null,
        Phrase.of("orderList.row-no-can-read-left", row.number + 1, text, what));
  }

  private static List<Problem> cut(List<Problem> all) {
    if (all.size() <= MOST_SAID) {
      return all;
    }
    List<Problem> out = new ArrayList<>(all.subList(0, MOST_SAID));
    out.add(
        Problem.warning(
            "order-more",
            null,
            Phrase.of("orderList.more-cells-could-not-read", all.size() - MOST_SAID)));
    return out;
  }

  private static @Nullable Integer seats(Row row) {
    String s = row.text(OrderField.SEATS);
    return s != null && s.matches("[1-9]\\d{0,5}") ? Integer.valueOf(s) : null;
  }

  private record Row(OrderTable table, Map<OrderField, Integer> at, int number) {
    @Nullable String text(OrderField f) {
      String s = table.at(number, at.getOrDefault(f, -1));
      return s.isBlank() ? null : s;
    }

    @Nullable String page(OrderField f) {
      String s = text(f);
      return s != null && s.matches("(?i)https?://\\S+") ? s : null;
    }
  }
}
