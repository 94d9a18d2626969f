package keepshelf.core.search;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Function;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.problem.Problem;
import org.jspecify.annotations.Nullable;

/**
 * What items can be narrowed down by, prepared for counting: each card's value of a facet as a
 * number, so that a hundred thousand are counted in a few milliseconds.
 */
final class Facets {
  /** The facets, by the key of their condition. */
  static final List<String> KEYS =
      List.of(
          "kind",
          "source",
          "licence",
          "board",
          "maps",
          "res",
          "in",
          "is",
          "tag",
          "collection",
          "project");

  /** Facets of which each card has one value. */
  private static final int SINGLE = 4;

  private final int[][] single = new int[SINGLE][];
  private final List<List<String>> names = new ArrayList<>();
  private final int[] roles;
  private final int[] resolutions;
  private final int[] states;
  private final List<ItemCard> cards;
  private final CardFacts facts;

  Facets(List<ItemCard> cards, CardFacts facts) {
    this.cards = cards;
    this.facts = facts;
    number(0, c -> c.kind().id());
    number(1, c -> c.pack().source() == null ? "none" : c.pack().source());
    number(2, c -> c.pack().licence() == null ? "none" : c.pack().licence());
    number(3, ItemCard::board);
    roles = cards.stream().mapToInt(ItemCard::roles).toArray();
    resolutions = cards.stream().mapToInt(ItemCard::resolutions).toArray();
    states = cards.stream().mapToInt(this::states).toArray();
  }

  private void number(int facet, Function<ItemCard, String> value) {
    Map<String, Integer> numbers = new HashMap<>();
    List<String> all = new ArrayList<>();
    int[] of = new int[cards.size()];
    for (int i = 0; i < of.length; i++) {
      of[i] =
          numbers.computeIfAbsent(
              value.apply(cards.get(i)),
              v -> {
                all.add(v);
                return all.size() - 1;
              });
    }
    single[facet] = of;
    names.add(all);
  }

  private static final List<String> STATES =
      List.of("broken", "favourite", "faulty", "sound", "installed", "older", "made");

  private int states(ItemCard c) {
    boolean faulty = c.severity() != null && c.severity() != Problem.Severity.NOTE;
    return (facts.broken().contains(c.id()) ? 1 : 0)
        | (c.marks().favourite() ? 2 : 0)
        | (faulty ? 4 : 8)
        | (facts.hostsOf(c.id()).isEmpty() ? 0 : 16)
        | (facts.older().contains(c.id()) ? 32 : 0)
        | (c.made() ? 64 : 0);
  }

  /** A count in progress. */
  Count count() {
    return new Count();
  }

  /** How many cards have each value. */
  final class Count {
    private final int[][] ofSingle = new int[SINGLE][];
    private final int[] ofRoles = new int[MapRole.values().length];
    private final int[] ofResolutions = new int[Resolution.LABELS.size()];
    private final int[] ofStates = new int[STATES.size()];
    private final Map<String, Map<String, Integer>> words = new HashMap<>();

    private Count() {
      for (int f = 0; f < SINGLE; f++) {
        ofSingle[f] = new int[names.get(f).size()];
      }
    }

    /** Counts the card at position {@code i}: in the facet {@code only}, or in all when null. */
    void add(int i, @Nullable String only) {
      for (int f = 0; f < SINGLE; f++) {
        if (only == null || only.equals(KEYS.get(f))) {
          ofSingle[f][single[f][i]]++;
        }
      }
      if (only == null || only.equals("maps")) {
        bits(roles[i], ofRoles);
      }
      if (only == null || only.equals("res")) {
        bits(resolutions[i], ofResolutions);
      }
      if (only == null || only.equals("is")) {
        bits(states[i], ofStates);
      }
      ItemCard c = cards.get(i);
      if ((states[i] & 16) != 0 && (only == null || only.equals("in"))) {
        facts.hostsOf(c.id()).forEach(h -> word("in", h));
      }
      if (!c.marks().isNone()) {
        if (only == null || only.equals("tag")) {
          c.marks().tags().forEach(t -> word("tag", t));
        }
        if (only == null || only.equals("collection")) {
          c.marks().collections().forEach(t -> word("collection", t));
        }
        if (only == null || only.equals("project")) {
          c.marks().projects().forEach(t -> word("project", t));
        }
      }
    }

    /** Adds what another count has counted. */
    void add(Count other) {
      for (int f = 0; f < SINGLE; f++) {
        sum(ofSingle[f], other.ofSingle[f]);
      }
      sum(ofRoles, other.ofRoles);
      sum(ofResolutions, other.ofResolutions);
      sum(ofStates, other.ofStates);
      other.words.forEach((key, values) ->
          values.forEach((value, n) ->
              words.computeIfAbsent(key, k -> new HashMap<>()).merge(value, n, Integer::sum)));
    }

    private static void sum(int[] to, int[] more) {
      for (int i = 0; i < to.length; i++) {
        to[i] += more[i];
      }
    }

    private static void bits(int set, int[] counts) {
      for (int rest = set; rest != 0; rest &= rest - 1) {
        counts[Integer.numberOfTrailingZeros(rest)]++;
      }
    }

    private void word(String key, String value) {
      words.computeIfAbsent(key, k -> new HashMap<>()).merge(value, 1, Integer::sum);
    }

    /** The counts by facet and value; values that none has are left out. */
    Map<String, Map<String, Integer>> result() {
      Map<String, Map<String, Integer>> out = new LinkedHashMap<>();
      // All of them, in their order, also those that nothing has a value of.
      KEYS.forEach(key -> of(out, key));
      for (int f = 0; f < SINGLE; f++) {
        fill(of(out, KEYS.get(f)), names.get(f), ofSingle[f]);
      }
      List<String> roleIds = new ArrayList<>();
      for (MapRole r : MapRole.values()) {
        roleIds.add(r.id());
      }
      fill(of(out, "maps"), roleIds, ofRoles);
      fill(of(out, "res"), Resolution.LABELS, ofResolutions);
      fill(of(out, "is"), STATES, ofStates);
      words.forEach((key, values) -> of(out, key).putAll(values));
      return out;
    }

    private static Map<String, Integer> of(Map<String, Map<String, Integer>> all, String key) {
      return all.computeIfAbsent(key, k -> new TreeMap<>(String.CASE_INSENSITIVE_ORDER));
    }

    private static void fill(Map<String, Integer> to, List<String> names, int[] counts) {
      for (int i = 0; i < counts.length; i++) {
        if (counts[i] > 0) {
          to.put(names.get(i), counts[i]);
        }
      }
    }
  }
}
