package keepshelf.core.search;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CompletableFuture;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import keepshelf.core.catalogue.Cards;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.licensing.Licences;
import keepshelf.core.versions.Releases;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Finds items on one state of the shelf: made once after each change (about a second for the first
 * of a hundred thousand items, a fraction of it for the next), then asked as often as one types.
 * Safe for use by several threads.
 */
public final class Search {
  /** Below so many cards it is not worth while to share the work. */
  private static final int SMALL = 5_000;

  private final Cards read;
  private final List<ItemCard> cards;
  private final Map<String, ItemCard> byId;
  private final WordIndex index;
  private final CardFacts facts;
  private final Facets facets;
  private final Map<String, List<InstallationRecord>> installed;

  private Search(Catalogue catalogue, Licences licences, @Nullable Search before) {
    // Read beside the rest: the first mistyped word should not wait for it.
    CompletableFuture<Spelling> spelling =
        before == null
            ? CompletableFuture.supplyAsync(() -> new Spelling(catalogue.words()))
            : CompletableFuture.completedFuture(before.index.spelling());
    read = catalogue.cards(before == null ? Cards.NONE : before.read);
    cards =
        before == null ? ByName.of(read.shown()) : ByName.renewed(before.cards, before.read, read);
    byId = HashMap.newHashMap(cards.size());
    cards.forEach(c -> byId.put(c.id(), c));
    Map<String, Set<String>> hosts = new HashMap<>();
    Map<String, String> lastUsed = new HashMap<>();
    installed = new HashMap<>();
    for (InstallationRecord i : catalogue.installations()) {
      installed.computeIfAbsent(i.item(), x -> new ArrayList<>()).add(i);
      hosts.computeIfAbsent(i.item(), x -> new TreeSet<>()).add(i.host());
      lastUsed.merge(i.item(), i.installedAt(), (a, b) -> a.compareTo(b) > 0 ? a : b);
    }
    Set<String> broken = new HashSet<>();
    catalogue.brokenItems().forEach(id -> broken.add(read.shownAs(id)));
    facts =
        new CardFacts(
            licences, hosts, lastUsed, broken, OlderItems.of(cards, Releases.of(catalogue)));
    facets = new Facets(cards, facts);
    index = new WordIndex(catalogue, cards, spelling.join(), before == null);
  }

  /** Over what {@code catalogue} has now. */
  public static Search over(Catalogue catalogue, Licences licences) {
    return new Search(catalogue, licences, null);
  }

  /** Over what the catalogue has now; only what has changed since {@code before} is read. */
  public static Search over(Catalogue catalogue, Licences licences, @Nullable Search before) {
    return new Search(catalogue, licences, before);
  }

  /** Every item, by name. */
  public List<ItemCard> all() {
    return cards;
  }

  /** The card of an item, or null. */
  public @Nullable ItemCard card(String id) {
    return byId.get(id);
  }

  /** Where an item is installed. */
  public List<InstallationRecord> installationsOf(String id) {
    return installed.getOrDefault(id, List.of());
  }

  /** Whether files of an item were found missing or altered. */
  public boolean broken(String id) {
    return facts.broken().contains(id);
  }

  /** Whether a newer version of an item stands on the shelf. */
  public boolean older(String id) {
    return facts.older().contains(id);
  }

  /** When an item was installed last, ISO 8601; null when it never was. */
  public @Nullable String lastUsed(String item) {
    return facts.lastUsed().get(item);
  }

  /** What {@code query} finds, with the counts of all facets. */
  public Found find(Query query) {
    List<String> hints = new ArrayList<>(query.hints());
    BitSet worded = new BitSet();
    worded.set(0, cards.size());
    for (Query.Word w : query.words()) {
      WordIndex.Found f = index.find(w);
      if (w.not()) {
        worded.andNot(f.cards());
      } else {
        worded.and(f.cards());
      }
      if (!f.meant().isEmpty()) {
        hints.add(Words.of("search.nothing-has-shown", w.text(), String.join(", ", f.meant())));
      }
    }
    Map<String, Predicate<ItemCard>> byKey = conditions(query, hints);
    List<String> keys = List.copyOf(byKey.keySet());
    List<Predicate<ItemCard>> tests = List.copyOf(byKey.values());
    // In parts, one for each core: each card is asked alone.
    int parts = cards.size() < SMALL ? 1 : Runtime.getRuntime().availableProcessors();
    List<Part> done =
        IntStream.range(0, parts)
            .parallel()
            .mapToObj(p -> part(worded, p, parts, keys, tests))
            .toList();
    List<ItemCard> found = new ArrayList<>();
    Facets.Count count = facets.count();
    for (Part p : done) {
      found.addAll(p.found());
      count.add(p.count());
    }
    return new Found(query, found, count.result(), hints);
  }

  private record Part(List<ItemCard> found, Facets.Count count) {}

  private Part part(
      BitSet worded, int part, int of, List<String> keys, List<Predicate<ItemCard>> tests) {
    int from = (int) ((long) cards.size() * part / of);
    int to = (int) ((long) cards.size() * (part + 1) / of);
    Facets.Count count = facets.count();
    List<ItemCard> found = new ArrayList<>();
    for (int i = worded.nextSetBit(from); i >= 0 && i < to; i = worded.nextSetBit(i + 1)) {
      ItemCard c = cards.get(i);
      int failed = -1;
      boolean several = false;
      for (int t = 0; t < tests.size() && !several; t++) {
        if (!tests.get(t).test(c)) {
          several = failed >= 0;
          failed = t;
        }
      }
      if (failed < 0) {
        found.add(c);
        count.add(i, null);
      } else if (!several) {
        // Only this facet keeps it out: it counts as another choice there.
        count.add(i, keys.get(failed));
      }
    }
    return new Part(found, count);
  }

  private Map<String, Predicate<ItemCard>> conditions(Query query, List<String> hints) {
    Map<String, Predicate<ItemCard>> out = new LinkedHashMap<>();
    for (Condition c : query.conditions()) {
      try {
        out.merge(c.key(), c.over(facts), Predicate::and);
      } catch (IllegalArgumentException e) {
        hints.add(e.getMessage());
      }
    }
    return out;
  }
}
