package keepshelf.core.sources.order;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** What a column of a list of orders can say. */
public enum OrderField {
  PACK("pack", "product|item|asset|pack|title|name|description|article|artikel|produit|material"),
  VERSION("version", "version|ver|release"),
  EDITION("edition", "edition|resolution|variant|format|size|option"),
  PRICE("price", "price|amount|total|paid|cost|sum|betrag|preis|prix|gross"),
  CURRENCY("currency", "currency|curr|währung|devise"),
  DATE("date", "date|day|purchased|ordered|bought|time|datum|when"),
  ORDER("order", "order|invoice|receipt|transaction|reference|bestellung|number|no"),
  ACCOUNT("account", "account|user|email|e-mail|buyer|customer|login"),
  LICENCE("licence", "licence|license|terms|lizenz"),
  SEATS("seats", "seats|users|quantity|qty"),
  UNTIL("until", "until|expires|expiry|ends|valid"),
  PAGE("page", "page|link|url|product page"),
  SUPPORT("support", "support|help|contact");

  private final String id;
  private final List<String> words;

  OrderField(String id, String words) {
    this.id = id;
    this.words = List.of(words.split("\\|"));
  }

  /** Stable identifier, as on the command line. */
  public String id() {
    return id;
  }

  /** The field with this identifier. */
  public static Optional<OrderField> ofId(String id) {
    for (OrderField f : values()) {
      if (f.id.equals(id.toLowerCase(Locale.ROOT).strip())) {
        return Optional.of(f);
      }
    }
    return Optional.empty();
  }

  /**
   * A first guess of which column says what, from the columns' names alone; a person puts it right.
   */
  public static Map<OrderField, String> guess(OrderTable table) {
    Map<OrderField, String> out = new java.util.EnumMap<>(OrderField.class);
    // A name that is the word counts before one that has it in it: "Order date" is a date.
    for (boolean whole : new boolean[] {true, false}) {
      for (OrderField f : values()) {
        for (String w : f.words) {
          for (String column : table.columns()) {
            String c =
                " " + column.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}-]+", " ") + " ";
            boolean fits = whole ? c.strip().equals(w) : c.contains(" " + w + " ");
            if (fits && !out.containsKey(f) && !out.containsValue(column)) {
              out.put(f, column);
            }
          }
        }
      }
    }
    return out;
  }
}
