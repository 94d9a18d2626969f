package keepshelf.core.sources;

import java.io.IOException;
import java.lang.ref.SoftReference;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.UnaryOperator;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.disk.FileStamp;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.json.Json;
import keepshelf.core.json.RecordFiles;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.feed.FeedAsking;
import keepshelf.core.sources.feed.FeedCache;
import keepshelf.core.sources.owned.Entitlement;
import keepshelf.core.sources.owned.Entitlements;
import keepshelf.core.sources.owned.Money;
import keepshelf.core.sources.web.Home;
import keepshelf.core.sources.web.Web;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * The sources of a shelf: those a person added, each a readable record in {@code records/sources},
 * and those that packs and entitlements name. Nothing is asked for unless a person wishes it.
 */
public final class Sources {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Tokens tokens;
  private final Entitlements owned;

  /** Feeds as they were read last, for as long as there is memory for them. */
  private final Map<String, Remembered> feeds = new ConcurrentHashMap<>();

  private record Remembered(FileStamp stamp, SoftReference<FeedCache.Kept> kept) {}

  /** Those of {@code shelf}. */
  public Sources(ShelfFolder shelf, Catalogue catalogue, Tokens tokens) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.tokens = tokens;
    this.owned = new Entitlements(shelf);
  }

  /**
   * What came of asking.
   *
   * @param feed what it says
   * @param added how many things are owned that were not known to be
   * @param problems what was left out
   */
  public record Asked(Feed feed, int added, List<Problem> problems) {}

  private static String key(String name) {
    return "s" + Hashes.sha256(name.strip().toLowerCase(Locale.ROOT)).substring(0, 12);
  }

  private Path file(String name) {
    return shelf.resolve("records/sources/" + key(name) + ".json");
  }

  private FeedCache cache(Source s) {
    return new FeedCache(shelf.resolve(".keepshelf/feeds/" + key(s.name())));
  }

  private Optional<FeedCache.Kept> kept(Source s) {
    FeedCache cache = cache(s);
    FileStamp now = cache.stamp();
    Remembered r = feeds.get(key(s.name()));
    FeedCache.Kept kept = r != null && r.stamp.equals(now) ? r.kept.get() : null;
    if (kept == null && now != null) {
      kept = cache.read().orElse(null);
      if (kept != null) {
        feeds.put(key(s.name()), new Remembered(now, new SoftReference<>(kept)));
      }
    }
    return Optional.ofNullable(kept);
  }

  /** What is owned. */
  public Entitlements owned() {
    return owned;
  }

  /** All, by name. */
  public List<Source> all() {
    return List.copyOf(all(owned.all()).values());
  }

  private Map<String, Source> all(List<Entitlement> had) {
    Map<String, Source> out = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
    catalogue.packs().stream()
        .map(p -> p.source())
        .filter(s -> s != null && !s.isBlank())
        .forEach(s -> out.putIfAbsent(s.strip(), Source.named(s)));
    had.forEach(e -> out.putIfAbsent(e.source(), Source.named(e.source())));
    RecordFiles.all(shelf.resolve("records/sources"), Source.class)
        .forEach(s -> {
          out.remove(s.name());
          out.put(s.name(), s);
        });
    return out;
  }

  private static Optional<Source> read(Path file) {
    return RecordFiles.read(file, Source.class);
  }

  /** The source of this name, whatever the case; a new one when there is none. */
  public Source of(String name) {
    return all().stream()
        .filter(s -> s.name().equalsIgnoreCase(name.strip()))
        .findFirst()
        .orElse(Source.named(name));
  }

  /**
   * The source of this name, whatever the case.
   *
   * @throws ShelfException when there is none
   */
  public Source need(String name) throws ShelfException {
    List<Source> all = all();
    for (Source s : all) {
      if (s.name().equalsIgnoreCase(name.strip())) {
        return s;
      }
    }
    throw new ShelfException(
        Problem.error(
            "no-such-source",
            name,
            Phrase.of(
                "sources.there-no-source-shelf",
                name,
                all.isEmpty()
                    ? Phrase.of("sources.add-one-with-keepshelf-sources")
                    : Phrase.of(
                        "sources.there",
                        String.join(", ", all.stream().map(Source::name).toList())))));
  }

  /**
   * The address of a feed that a person named: of the web, or a file on this computer.
   *
   * @throws ShelfException when it is neither
   */
  public static URI address(String feed) throws ShelfException {
    String f = feed.strip();
    try {
      if (f.matches("(?i)https?://\\S+")) {
        URI u = URI.create(f);
        if (u.getHost() == null || u.getUserInfo() != null) {
          throw new IllegalArgumentException(Words.of("sources.no-host"));
        }
        return u;
      }
      Path p = f.matches("(?i)file:.*") ? Path.of(URI.create(f)) : Path.of(f);
      if (Files.isDirectory(p)) {
        p = p.resolve("feed.json");
      }
      if (Files.isRegularFile(p)) {
        return p.toAbsolutePath().normalize().toUri();
      }
    } catch (IllegalArgumentException | java.nio.file.FileSystemNotFoundException e) {
      org.slf4j.LoggerFactory.getLogger(Sources.class).debug("no address", e);
    }
    throw new ShelfException(
        Problem.error(
            "feed-address", feed, Phrase.of("sources.no-feed-name-address-begins", feed)));
  }

  /** Keeps what a source is. */
  public Source change(String name, UnaryOperator<Source> how) throws ShelfException {
    Path file = file(name);
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      if (Files.exists(file, LinkOption.NOFOLLOW_LINKS) && read(file).isEmpty()) {
        throw new ShelfException(
            Problem.error(
                "record",
                file.toString(),
                Phrase.of("sources.record-source-cannot-read-nothing", file)));
      }
      Source now = how.apply(read(file).orElse(of(name)));
      Files.createDirectories(file.getParent());
      FileTrees.writeAtomically(file, Json.pretty(now));
      return now;
    } catch (IOException e) {
      throw ShelfException.ofDisk(name, Words.of("sources.keeping-source", name), e);
    }
  }

  /** Gives a source a feed, and the token that opens the account, or null for none. */
  public Source connect(String name, String feed, @Nullable String token) throws ShelfException {
    String at = address(feed).toString();
    if (token != null && !token.isBlank()) {
      tokens.put(at, token.strip());
    }
    return change(name, s -> s.at(at));
  }

  /**
   * Forgets the feed of a source, its token and what was read. What is owned and what is on the
   * shelf stays.
   */
  public void disconnect(String name) throws ShelfException {
    Source s = need(name);
    if (s.feed() != null) {
      Schedule.put(s.feed(), 0);
      tokens.put(s.feed(), null);
    }
    boolean bare = change(s.name(), x -> x.at(null)).isBare();
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      FileTrees.delete(shelf.resolve(".keepshelf/feeds/" + key(name)));
      if (bare) {
        Files.deleteIfExists(file(name));
      }
    } catch (IOException e) {
      throw ShelfException.ofDisk(name, Words.of("sources.forgetting-feed", name), e);
    }
  }

  /** Where a source's feed lies, with the token that opens it; empty when it has none. */
  public Optional<Home> home(Source s) {
    return s.feed() == null
        ? Optional.empty()
        : Optional.of(new Home(URI.create(s.feed()), tokens.of(s.feed()).orElse(null)));
  }

  /** What the feed of a source said last. */
  public Optional<Feed> feed(Source s) {
    return kept(s).map(FeedCache.Kept::feed);
  }

  /**
   * Asks a source for its feed.
   *
   * @throws ShelfException when it has none, cannot be reached or is not believed
   */
  public Asked ask(Source s, Web web) throws ShelfException {
    Home home =
        home(s)
            .orElseThrow(() ->
                new ShelfException(
                    Problem.error(
                        "no-feed",
                        s.name(),
                        Phrase.of("sources.has-no-feed-could-asked", s.name()))));
    FeedAsking asking = new FeedAsking(web, cache(s), home, s.key());
    FeedCache.Kept kept = asking.ask();
    if (kept.key() != null && s.key() == null) {
      change(s.name(), x -> x.signedBy(kept.key()));
    }
    int added = owned.add(bought(s, kept.feed())).added();
    return new Asked(kept.feed(), added, asking.problems());
  }

  /** What an account has bought stays known when the feed is gone. */
  private static List<Entitlement> bought(Source s, Feed f) {
    List<Entitlement> out = new ArrayList<>();
    for (Feed.Item i : f.items()) {
      Feed.Owned o = i.owned();
      if (o != null) {
        Feed.Version v = i.newest().orElse(null);
        out.add(
            new Entitlement(
                null,
                s.name(),
                i.name(),
                null,
                o.editions(),
                o.price() == null ? null : Money.read(o.price()).orElse(null),
                o.date(),
                o.order(),
                f.account() == null ? null : f.account().name(),
                v == null ? null : licenceOn(v.licence(), o.date()),
                i.page(),
                f.source() == null ? null : f.source().support(),
                null,
                o.seats() != null && o.seats() > 0 ? o.seats() : null,
                Entitlement.How.FEED));
      }
    }
    return out;
  }

  /** The licence that held on a day; null when the terms have come later. */
  private static @Nullable String licenceOn(Feed.@Nullable Terms terms, String day) {
    boolean later =
        terms != null && terms.since() != null && day != null && terms.since().compareTo(day) > 0;
    return terms == null || later ? null : terms.id();
  }

  /** Sources whose feeds are due by the days that a person set on this computer. */
  public List<Source> due() {
    // Times of ISO 8601 in UTC are in the order of their letters.
    Instant now = Instant.now();
    List<Source> out = new ArrayList<>();
    Map<String, Integer> schedule = Schedule.all();
    for (Source s : schedule.isEmpty() ? List.<Source>of() : all()) {
      int days = s.feed() == null ? 0 : schedule.getOrDefault(s.feed(), 0);
      if (days > 0) {
        String last = kept(s).map(FeedCache.Kept::asked).orElse("");
        if (last.compareTo(now.minus(days, ChronoUnit.DAYS).toString()) <= 0) {
          out.add(s);
        }
      }
    }
    return out;
  }

  /** What hangs on a pack, and what its newest version would change. */
  public PackDetail detail(PackNews news) {
    return PackDetail.of(news, catalogue);
  }

  /** The picture that a feed shows of a version, when it was fetched before. */
  public Optional<Path> preview(Source s, Feed.Version v) {
    return v.preview() == null ? Optional.empty() : previews(s).kept(v.preview());
  }

  /**
   * Fetches the pictures that a feed shows of some versions; one that cannot be had or proved is
   * left out, for it is only a picture.
   */
  public void fetchPreviews(Source s, List<Feed.Version> versions, Web web) {
    Home home = home(s).orElse(null);
    for (Feed.Version v : versions) {
      if (home != null && v.preview() != null) {
        previews(s).fetch(v.preview(), home, web);
      }
    }
  }

  private PreviewFiles previews(Source s) {
    return new PreviewFiles(shelf.resolve(".keepshelf/feeds/" + key(s.name())));
  }

  /** What there is to say of all sources, from what was read last; asks for nothing. */
  public List<SourceNews> news() {
    return news(catalogue.cards());
  }

  /** The same over cards that were read already. */
  public List<SourceNews> news(List<ItemCard> cards) {
    List<Entitlement> had = owned.all();
    Map<String, List<Entitlement>> bySource = new HashMap<>();
    had.forEach(e ->
        bySource
            .computeIfAbsent(e.source().toLowerCase(Locale.ROOT), s -> new ArrayList<>())
            .add(e));
    NewsMaker maker = new NewsMaker(catalogue, cards, LocalDate.now());
    List<SourceNews> out = new ArrayList<>();
    for (Source s : all(had).values()) {
      out.add(
          maker.of(
              s,
              bySource.getOrDefault(s.name().toLowerCase(Locale.ROOT), List.of()),
              kept(s).orElse(null)));
    }
    return out;
  }
}
