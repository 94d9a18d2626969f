package keepshelf.core.search;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import keepshelf.core.catalogue.ItemCard;
import org.jspecify.annotations.Nullable;

/**
 * One typed condition of a query, such as {@code res>=2K} or {@code -source:"Gantry Nine"}.
 *
 * @param key what it asks about
 * @param comparison how
 * @param values any of these; one value for all but {@code :}
 * @param not whether it is turned round
 * @param text as it was typed
 */
public record Condition(
    String key, Comparison comparison, List<Value> values, boolean not, String text) {
  /**
   * What something is compared with.
   *
   * @param text without quotes
   * @param whole whether it stood in quotes: a name is meant from its beginning to its end
   */
  public record Value(String text, boolean whole) {
    /** Whether {@code name} is this, or, unless it is meant as a whole, has a word beginning so. */
    boolean names(@Nullable String name) {
      if (name == null) {
        return text.equalsIgnoreCase("none");
      }
      return whole ? name.equalsIgnoreCase(text) : ConditionTests.begins(name, text);
    }
  }

  /** How a value is compared. */
  public enum Comparison {
    IS(":"),
    AT_LEAST(">="),
    AT_MOST("<="),
    MORE(">"),
    LESS("<");

    private final String sign;

    Comparison(String sign) {
      this.sign = sign;
    }

    /** As it is typed. */
    public String sign() {
      return sign;
    }

    boolean holds(int compared) {
      return switch (this) {
        case IS -> compared == 0;
        case AT_LEAST -> compared >= 0;
        case AT_MOST -> compared <= 0;
        case MORE -> compared > 0;
        case LESS -> compared < 0;
      };
    }
  }

  /** What can be asked, with an example each, in the order that people meet it. */
  public static final Map<String, String> KEYS =
      ordered(
          "kind", "kind:material",
          "source", "source:\"Tinder & Tarn\"",
          "licence", "licence:CC0-1.0, licence:credit",
          "maps", "maps:height,normal",
          "res", "res>=2K",
          "tile", "tile<1m",
          "used", "used:no, used<2026-06",
          "in", "in:Lanternhouse",
          "is",
              "is:broken, is:favourite, is:faulty, is:installed, is:made, is:older, is:newest,"
                  + " is:unsettled, is:not-here",
          "rating", "rating>=4, rating:none",
          "tag", "tag:wet",
          "collection", "collection:Harbour",
          "project", "project:Tideline",
          "colour", "colour:#4a7f6b, colour:none",
          "got", "got>2026-01",
          "version", "version:1.2",
          "creator", "creator:Harrow",
          "pack", "pack:\"Harbour Metals\"",
          "board", "board:Metal",
          "workflow", "workflow:spec-gloss",
          "size", "size>100MB",
          "until", "until<2027-01");

  private static Map<String, String> ordered(String... pairs) {
    Map<String, String> out = new java.util.LinkedHashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      out.put(pairs[i], pairs[i + 1]);
    }
    return java.util.Collections.unmodifiableMap(out);
  }

  /** Whether one of its values names {@code name}; whatever its minus sign says. */
  public boolean names(@Nullable String name) {
    return values.stream().anyMatch(v -> v.names(name));
  }

  /** Other ways to write a key. */
  private static final Map<String, String> SAME =
      Map.ofEntries(
          Map.entry("license", "licence"),
          Map.entry("resolution", "res"),
          Map.entry("map", "maps"),
          Map.entry("color", "colour"),
          Map.entry("host", "in"),
          Map.entry("tags", "tag"),
          Map.entry("kinds", "kind"),
          Map.entry("date", "got"),
          Map.entry("vendor", "source"),
          Map.entry("author", "creator"));

  /** The key that {@code typed} means, if any. */
  static Optional<String> key(String typed) {
    String k = typed.toLowerCase(Locale.ROOT);
    k = SAME.getOrDefault(k, k);
    return KEYS.containsKey(k) ? Optional.of(k) : Optional.empty();
  }

  /**
   * Whether it holds for a card.
   *
   * @throws IllegalArgumentException with a sentence for people when the value makes no sense
   */
  Predicate<ItemCard> over(CardFacts facts) {
    // Several maps are asked for together, of anything else one of several values.
    boolean together = key.equals("maps");
    Predicate<ItemCard> holds = c -> together;
    for (Value v : values) {
      Predicate<ItemCard> one = ConditionTests.test(key, comparison, v, facts);
      holds = together ? holds.and(one) : holds.or(one);
    }
    return not ? holds.negate() : holds;
  }

  /** Facets whose values are names that people gave, so that one may begin like another. */
  private static final Set<String> NAMED =
      Set.of("source", "licence", "board", "in", "tag", "collection", "project", "pack", "creator");

  /** A condition as it would be typed; of names the whole is meant. */
  public static String typed(String key, String value) {
    boolean whole = NAMED.contains(key) || !value.matches("[\\p{L}\\p{N}.#_-]+");
    return key + ":" + (whole ? "\"" + value.replace("\"", "") + "\"" : value);
  }
}
