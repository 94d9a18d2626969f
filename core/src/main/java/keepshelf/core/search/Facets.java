package keepshelf.core.search;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.BiConsumer;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.problem.Problem;

/** Counts items by what they can be narrowed down by. */
final class Facets {
  /** The facets, by the key of their condition. */
  static final List<String> KEYS =
      List.of("kind", "source", "licence", "maps", "res", "in", "is", "tag", "collection", "board");

  private static final int FIRST_ROLES = MapRole.PACKED.ordinal() + 1;

  private final CardFacts facts;
  private final Map<String, Map<String, int[]>> counts = new LinkedHashMap<>();

  Facets(CardFacts facts) {
    this.facts = facts;
    KEYS.forEach(k -> counts.put(k, new TreeMap<>(String.CASE_INSENSITIVE_ORDER)));
  }

  /** Counts a card in one facet, or in all when {@code only} is null. */
  void count(ItemCard c, String only) {
    if (only != null) {
      if (counts.containsKey(only)) {
        each(c, only, this::add);
      }
      return;
    }
    for (String k : KEYS) {
      each(c, k, this::add);
    }
  }

  private void add(String key, String value) {
    counts.get(key).computeIfAbsent(value, v -> new int[1])[0]++;
  }

  private void each(ItemCard c, String key, BiConsumer<String, String> to) {
    switch (key) {
      case "kind" -> to.accept(key, c.kind().id());
      case "source" -> to.accept(key, c.pack().source() == null ? "none" : c.pack().source());
      case "licence" -> to.accept(key, c.pack().licence() == null ? "none" : c.pack().licence());
      case "board" -> to.accept(key, c.board());
      case "res" -> {
        for (int i = 0; i < Resolution.LABELS.size(); i++) {
          if ((c.resolutions() >> i & 1) != 0) {
            to.accept(key, Resolution.LABELS.get(i));
          }
        }
      }
      case "maps" -> {
        for (int i = 0; i < FIRST_ROLES; i++) {
          if ((c.roles() >> i & 1) != 0) {
            to.accept(key, ROLES[i].id());
          }
        }
      }
      case "in" -> facts.hostsOf(c.id()).forEach(h -> to.accept(key, h));
      case "tag" -> c.marks().tags().forEach(t -> to.accept(key, t));
      case "collection" -> c.marks().collections().forEach(t -> to.accept(key, t));
      case "is" -> states(c, to);
      default -> throw new IllegalArgumentException(key);
    }
  }

  private static final MapRole[] ROLES = MapRole.values();

  private void states(ItemCard c, BiConsumer<String, String> to) {
    if (facts.broken().contains(c.id())) {
      to.accept("is", "broken");
    }
    if (c.marks().favourite()) {
      to.accept("is", "favourite");
    }
    to.accept(
        "is",
        c.severity() != null && c.severity() != Problem.Severity.NOTE ? "faulty" : "sound");
    if (!facts.hostsOf(c.id()).isEmpty()) {
      to.accept("is", "installed");
    }
  }

  Map<String, Map<String, Integer>> counts() {
    Map<String, Map<String, Integer>> out = new LinkedHashMap<>();
    counts.forEach((k, m) -> {
      Map<String, Integer> values = new LinkedHashMap<>();
      m.forEach((v, n) -> values.put(v, n[0]));
      out.put(k, values);
    });
    return out;
  }
}
