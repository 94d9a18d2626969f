package keepshelf.core.sources;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem.PackSummary;
import keepshelf.core.model.Resolution;
import keepshelf.core.sources.PackNews.State;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.feed.FeedCache;
import keepshelf.core.sources.owned.Costs;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Money;
import keepshelf.core.versions.VersionOrder;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Puts together what is on the shelf, what is owned and what feeds say. */
final class NewsMaker {
  /** A subscription that ends within so many days is said. */
  private static final int SOON = 30;

  private final Map<String, List<PackSummary>> packs = new HashMap<>();
  private final Map<String, Integer> resolutions = new HashMap<>();
  private final Map<String, List<BrokenFile>> broken = new HashMap<>();
  private final List<ItemCard> cards;
  private final LocalDate today;
  private final Map<String, Integer> schedule = Schedule.all();

  /** By the pack, the folded name of its items when that is one; made when a feed needs it. */
  private @Nullable Map<String, String> onlyItem;

  NewsMaker(Catalogue catalogue, List<ItemCard> cards, LocalDate today) {
    this.today = today;
    this.cards = cards;
    for (PackSummary p : catalogue.packs()) {
      if (p.source() != null) {
        packs.computeIfAbsent(key(p.source()), s -> new ArrayList<>()).add(p);
      }
    }
    for (ItemCard c : cards) {
      resolutions.merge(c.pack().id(), c.resolutions(), (a, b) -> a | b);
    }
    for (BrokenFile b : catalogue.broken()) {
      broken.computeIfAbsent(b.pack(), p -> new ArrayList<>()).add(b);
    }
  }

  private static String key(String source) {
    return source.strip().toLowerCase(Locale.ROOT);
  }

  /** What is on the shelf, owned or offered under one name. */
  private static final class Row {
    private final String name;
    private final List<PackSummary> here = new ArrayList<>();
    private final List<Entitlement> owned = new ArrayList<>();
    private Feed.@Nullable Item item;

    Row(String name) {
      this.name = name;
    }
  }

  SourceNews of(Source source, List<Entitlement> owned, FeedCache.@Nullable Kept kept) {
    Map<String, Row> rows = new LinkedHashMap<>();
    List<PackSummary> here = packs.getOrDefault(key(source.name()), List.of());
    here.forEach(p -> row(rows, p.name()).here.add(p));
    owned.forEach(e -> row(rows, e.name()).owned.add(e));
    Feed feed = kept == null ? null : kept.feed();
    if (feed != null) {
      offer(source, rows, feed);
    }
    String until = until(source, feed);
    List<PackNews> out = new ArrayList<>();
    List<Entitlement> paid = new ArrayList<>();
    for (Row r : rows.values()) {
      paid.addAll(paid(source, r));
      out.add(news(source, r, until));
    }
    out.sort(
        Comparator.comparing(
                (PackNews p) -> p.states().stream().findFirst().orElse(null),
                Comparator.nullsLast(Comparator.naturalOrder()))
            .thenComparing(PackNews::name, String.CASE_INSENSITIVE_ORDER));
    return new SourceNews(
        source,
        feed == null ? null : feed.source(),
        feed == null ? null : feed.account(),
        kept == null ? null : kept.asked(),
        kept != null && kept.key() != null,
        out,
        Costs.of(paid),
        until,
        source.feed() == null ? 0 : schedule.getOrDefault(source.feed(), 0));
  }

  private static Row row(Map<String, Row> rows, String name) {
    return rows.computeIfAbsent(Alike.folded(name), n -> new Row(name));
  }

  private static @Nullable String until(Source source, @Nullable Feed feed) {
    String told = feed == null || feed.account() == null ? null : feed.account().until();
    return told != null ? told : source.until();
  }

  /**
   * Items of the feed, each to the packs that came from its page or in one of its archives, are
   * called the same, or hold one item alone that is.
   */
  private void offer(Source source, Map<String, Row> rows, Feed feed) {
    Map<String, Row> byPage = new HashMap<>();
    Map<String, Row> byArchive = new HashMap<>();
    Map<String, Row> byItem = new HashMap<>();
    rows.values()
        .forEach(r -> {
          for (PackSummary p : r.here) {
            known(byPage, p.page(), r);
            known(byArchive, p.archive(), r);
            known(byItem, onlyItem().get(p.id()), r);
          }
          r.owned.forEach(e -> known(byPage, e.page(), r));
        });
    for (Feed.Item i : feed.items()) {
      Row r = byPage.get(page(source, i));
      r = r != null ? r : rows.get(Alike.folded(i.name()));
      r = r != null ? r : archived(byArchive, i);
      r = r != null ? r : byItem.get(Alike.folded(i.name()));
      if (r != null && r.item == null) {
        r.item = i;
      } else if (i.owned() != null || Boolean.TRUE.equals(i.free())) {
        // Another one may be called the same.
        rows.computeIfAbsent(Words.of("newsMaker.feed", i.id()), n -> new Row(i.name())).item = i;
      }
    }
  }

  private Map<String, String> onlyItem() {
    if (onlyItem == null) {
      onlyItem = new HashMap<>();
      for (ItemCard c : cards) {
        onlyItem.merge(c.pack().id(), Alike.folded(c.name()), (a, b) -> a.equals(b) ? a : "");
      }
    }
    return onlyItem;
  }

  /** What records of packs say that were fetched. */
  private static @Nullable String page(Source source, Feed.Item i) {
    return i.page() != null ? i.page() : source.pageOf(i.id());
  }

  private static @Nullable Row archived(Map<String, Row> byArchive, Feed.Item i) {
    for (Feed.Version v : i.versions()) {
      for (Feed.Edition e : v.editions()) {
        for (Feed.Part p : e.files()) {
          Row r = byArchive.get(p.name());
          if (r != null) {
            return r;
          }
        }
      }
    }
    return null;
  }

  private static void known(Map<String, Row> to, @Nullable String key, Row r) {
    if (key != null) {
      to.putIfAbsent(key, r);
    }
  }

  private PackNews news(Source source, Row r, @Nullable String until) {
    r.here.sort(Comparator.comparing(PackSummary::version, VersionOrder.NUMBERS).reversed());
    PackSummary newest = r.here.isEmpty() ? null : r.here.getFirst();
    String version = newest == null ? null : newest.version();
    Entitlement owned = owned(source, r);
    int bits = 0;
    List<BrokenFile> lost = new ArrayList<>();
    for (PackSummary p : r.here) {
      boolean current = VersionOrder.NUMBERS.compare(p.version(), version) == 0;
      bits |= current ? resolutions.getOrDefault(p.id(), 0) : 0;
      lost.addAll(broken.getOrDefault(p.id(), List.of()));
    }
    boolean free = r.item != null && Boolean.TRUE.equals(r.item.free());
    boolean forGood = free || owned != null && owned.price() != null;
    String end = owned != null && owned.until() != null ? owned.until() : forGood ? null : until;
    PackNews plain =
        new PackNews(
            source.name(),
            r.item != null ? r.item.name() : r.name,
            r.here.stream().map(PackSummary::id).toList(),
            version,
            labels(bits),
            r.item,
            owned,
            Set.of(),
            lost,
            newest != null ? newest.licence() : owned == null ? null : owned.licence(),
            end);
    return with(plain, states(plain));
  }

  private static PackNews with(PackNews p, Set<State> states) {
    return new PackNews(
        p.source(),
        p.name(),
        p.packs(),
        p.here(),
        p.resolutions(),
        p.item(),
        p.owned(),
        states,
        p.lost(),
        p.licence(),
        p.until());
  }

  private static List<String> labels(int bits) {
    List<String> out = new ArrayList<>();
    for (int i = 0; i < Resolution.LABELS.size(); i++) {
      if ((bits >> i & 1) == 1) {
        out.add(Resolution.LABELS.get(i));
      }
    }
    return out;
  }

  private Set<State> states(PackNews p) {
    EnumSet<State> s = EnumSet.noneOf(State.class);
    if (!p.lost().isEmpty()) {
      s.add(State.LOST);
    }
    boolean bought = p.owned() != null || p.item() != null && p.item().owned() != null;
    if (!p.isHere() && bought) {
      s.add(State.NOT_HERE);
    }
    if (p.item() != null && p.item().withdrawn() != null) {
      s.add(State.WITHDRAWN);
    }
    if ((p.isHere() || bought) && ends(p.until())) {
      s.add(State.AT_RISK);
    }
    Feed.Version there = p.newest().orElse(null);
    if (p.isHere() && there != null) {
      // A pack that does not say its version may be any.
      if (p.here() != null && VersionOrder.NUMBERS.compare(there.version(), p.here()) > 0) {
        s.add(State.NEWER);
      }
      String terms = there.licence() == null ? null : there.licence().id();
      if (terms != null && p.licence() != null && !terms.equalsIgnoreCase(p.licence())) {
        s.add(State.TERMS);
      }
      if (p.canBeFetched() && p.offered().stream().anyMatch(l -> !p.resolutions().contains(l))) {
        s.add(State.OTHER_EDITION);
      }
    }
    return s;
  }

  /** Whether a day is over or near. */
  private boolean ends(@Nullable String day) {
    try {
      return day != null && !LocalDate.parse(day).isAfter(today.plusDays(SOON));
    } catch (DateTimeException e) {
      return false;
    }
  }

  /** What is noted of having bought it, with what only the packs on the shelf say. */
  private static @Nullable Entitlement owned(Source source, Row r) {
    return Stream.concat(
            r.owned.stream(),
            r.here.stream()
                .flatMap(p -> Stream.ofNullable(p.purchase()).map(b -> of(source, p, b))))
        .reduce(Entitlement::and)
        .orElse(null);
  }

  private static Entitlement of(Source source, PackSummary p, Purchase b) {
    return new Entitlement(
        "p" + p.id(),
        source.name(),
        p.name(),
        p.version(),
        List.of(),
        b.price() == null ? null : Money.read(b.price()).orElse(null),
        b.bought(),
        b.order(),
        null,
        p.licence(),
        p.page(),
        null,
        b.until(),
        b.seats(),
        Entitlement.How.BY_HAND);
  }

  /** Each purchase once: what a pack says of an order that a list has too is the same money. */
  private static List<Entitlement> paid(Source source, Row r) {
    List<Entitlement> out = new ArrayList<>(r.owned);
    Set<String> orders = new HashSet<>();
    for (PackSummary p : r.here) {
      Purchase bought = p.purchase();
      if (bought != null) {
        Entitlement e = of(source, p, bought);
        boolean told = r.owned.stream().anyMatch(o -> o.price() != null && o.same(e));
        if (!told && orders.add(e.order() + "|" + e.date() + "|" + e.price())) {
          out.add(e);
        }
      }
    }
    return out;
  }
}
