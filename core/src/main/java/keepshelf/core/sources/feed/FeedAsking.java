package keepshelf.core.sources.feed;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.web.Home;
import keepshelf.core.sources.web.Web;
import keepshelf.core.sources.web.WebAnswer;
import keepshelf.core.sources.web.WebException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Asks a source for its feed: all pages, what has not changed only once. A feed that was signed is
 * only believed when the same key signed it again.
 */
public final class FeedAsking {
  private static final int MOST_PAGES = 1000;
  private static final long MOST_ALL = 256L << 20;
  private static final int MOST_SIGNATURE = 4096;

  private final Web web;
  private final FeedCache cache;
  private final Home home;
  private final @Nullable String pinned;
  private final List<Problem> said = new ArrayList<>();

  /**
   * Asks for the feed at {@code home}.
   *
   * @param pinned the key that signed it when it was first read, or null when none did
   */
  public FeedAsking(Web web, FeedCache cache, Home home, @Nullable String pinned) {
    this.web = web;
    this.cache = cache;
    this.home = home;
    this.pinned = pinned;
  }

  private record Got(byte[] bytes, FeedCache.Page page, URI at) {}

  /** What was left out of what was read. */
  public List<Problem> problems() {
    return List.copyOf(said);
  }

  /**
   * Reads the feed and keeps it.
   *
   * @throws ShelfException when it cannot be had or is not believed; what was read before stays
   */
  public FeedCache.Kept ask() throws ShelfException {
    try {
      return read();
    } catch (IllegalArgumentException e) {
      throw refused(e.getMessage());
    } catch (WebException e) {
      throw new ShelfException(
          Problem.error(
              "feed",
              home.feed().toString(),
              Phrase.of("feedAsking.what-known-source-stays", e.getMessage())),
          e);
    } catch (IOException e) {
      throw ShelfException.ofDisk(
          home.feed().toString(), Words.of("feedAsking.reading-feed", home.feed()), e);
    }
  }

  private ShelfException refused(@Nullable String why) {
    return new ShelfException(
        Problem.error(
            "feed",
            home.feed().toString(),
            Phrase.of("feedAsking.feed-not-believed-what-known", home.feed(), why)));
  }

  private FeedCache.Kept read() throws IOException, ShelfException {
    FeedCache.Kept before = cache.read().orElse(null);
    Map<String, FeedCache.Page> old = before == null ? Map.of() : before.pages();
    Map<String, FeedCache.Page> pages = new HashMap<>();
    List<Feed.Item> items = new ArrayList<>();
    Set<String> ids = new HashSet<>();
    Feed first = null;
    String key = null;
    long total = 0;
    URI at = home.feed();
    while (at != null) {
      if (pages.containsKey(at.toString()) || pages.size() >= MOST_PAGES) {
        throw new IllegalArgumentException(Words.of("feedAsking.pages-lead-in-circle-or"));
      }
      Got g = page(at, old.get(at.toString()));
      total += g.bytes.length;
      if (total > MOST_ALL) {
        throw new IllegalArgumentException(Words.of("feedAsking.larger-than-256-mb"));
      }
      String by = g.page.signature() == null ? null : g.page.signature().key();
      if (first != null && !java.util.Objects.equals(by, key)) {
        throw new IllegalArgumentException(Words.of("feedAsking.pages-are-not-signed-by"));
      }
      key = by;
      Feed f = FeedReader.read(g.bytes, said);
      if (first != null && !java.util.Objects.equals(f.issued(), first.issued())) {
        throw new IllegalArgumentException(Words.of("feedAsking.pages-are-not-same-time"));
      }
      first = first == null ? f : first;
      for (Feed.Item i : f.items()) {
        if (ids.add(i.id())) {
          items.add(Addresses.whole(i, g.at));
        }
      }
      pages.put(at.toString(), g.page);
      at = f.next() == null ? null : next(g.at, f.next());
    }
    Feed now = Objects.requireNonNull(first);
    notOlder(before, now, key);
    Feed all = new Feed(now.form(), now.issued(), now.source(), now.account(), null, items);
    FeedCache.Kept kept =
        new FeedCache.Kept(
            Instant.now().truncatedTo(ChronoUnit.SECONDS).toString(), key, all, pages);
    cache.write(kept);
    return kept;
  }

  private URI next(URI at, String next) throws WebException {
    URI to = at.resolve(next);
    if (!at.getScheme().equalsIgnoreCase("file")) {
      home.permit(to, at);
    }
    return to;
  }

  /** One who can put an old feed in the place of a new one could hide what was withdrawn. */
  private static void notOlder(FeedCache.@Nullable Kept before, Feed now, @Nullable String key) {
    String was = before == null ? null : before.feed().issued();
    Instant then = was == null ? null : FeedReader.instant(was);
    if (then == null || key == null) {
      return;
    }
    Instant at = now.issued() == null ? null : FeedReader.instant(now.issued());
    if (at == null || at.isBefore(then)) {
      throw new IllegalArgumentException(Words.of("feedAsking.older-than-what-was-read", was));
    }
  }

  private Got page(URI at, FeedCache.@Nullable Page before) throws IOException, ShelfException {
    if (at.getScheme() != null && at.getScheme().equalsIgnoreCase("file")) {
      return file(at);
    }
    Map<String, String> headers = new HashMap<>();
    byte[] kept = before == null ? null : cache.body(before).orElse(null);
    if (before != null && kept != null && before.tag() != null) {
      headers.put("If-None-Match", before.tag());
    }
    if (before != null && kept != null && before.modified() != null) {
      headers.put("If-Modified-Since", before.modified());
    }
    try (WebAnswer a = web.get(at, home, headers)) {
      if (a.status() == 304 && kept != null && before != null) {
        return new Got(kept, before, a.uri());
      }
      if (a.status() != 200) {
        throw new IllegalArgumentException(Words.of("feedAsking.answered-with", a.status()));
      }
      byte[] bytes = a.all(FeedReader.MOST_BYTES);
      FeedKey.Signed s = proved(bytes, signature(a.uri()));
      return new Got(
          bytes,
          new FeedCache.Page(
              a.header("ETag").orElse(null),
              a.header("Last-Modified").orElse(null),
              cache.keep(bytes),
              s),
          a.uri());
    }
  }

  private byte @Nullable [] signature(URI page) throws IOException {
    URI at = beside(page);
    try (WebAnswer a = web.get(at, home, Map.of())) {
      return a.status() == 200 ? a.all(MOST_SIGNATURE) : null;
    } catch (WebException e) {
      if (e.kind() == WebException.Kind.GONE) {
        return null;
      }
      throw e;
    }
  }

  private static URI beside(URI page) {
    String q = page.getRawQuery();
    String s = page.toString();
    int cut = s.indexOf('?');
    String path = cut < 0 ? s : s.substring(0, cut);
    return URI.create(path + ".sig" + (q == null ? "" : "?" + q));
  }

  private Got file(URI at) throws IOException, ShelfException {
    Path file = home.beside(at);
    if (Files.size(file) > FeedReader.MOST_BYTES) {
      throw new IllegalArgumentException(Words.of("feedAsking.larger-than-32-mb"));
    }
    byte[] bytes = Files.readAllBytes(file);
    Path sig = file.resolveSibling(file.getFileName() + ".sig");
    byte[] s =
        Files.isRegularFile(sig, LinkOption.NOFOLLOW_LINKS) && Files.size(sig) < MOST_SIGNATURE
            ? Files.readAllBytes(sig)
            : null;
    return new Got(bytes, new FeedCache.Page(null, null, cache.keep(bytes), proved(bytes, s)), at);
  }

  private FeedKey.@Nullable Signed proved(byte[] page, byte @Nullable [] signature) {
    if (signature == null) {
      if (pinned != null) {
        throw new IllegalArgumentException(Words.of("feedAsking.not-signed-any-more-as"));
      }
      return null;
    }
    FeedKey.Signed s = FeedKey.Signed.read(signature);
    if (pinned != null && !pinned.equals(s.key())) {
      throw new IllegalArgumentException(Words.of("feedAsking.signed-by-another-key-than"));
    }
    if (!s.proves(page)) {
      throw new IllegalArgumentException(Words.of("feedAsking.signature-does-not-fit-what"));
    }
    return s;
  }
}
