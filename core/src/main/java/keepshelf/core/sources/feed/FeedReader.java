package keepshelf.core.sources.feed;

import java.net.URI;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.regex.Pattern;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads pages of feeds. A page that is no feed is refused; an item of it that makes no sense is
 * left out and said, the others stay.
 */
public final class FeedReader {
  /** No page is larger. */
  public static final long MOST_BYTES = 32L << 20;

  private static final int DEEP = 20;
  private static final int MOST_TEXT = 1 << 20;
  private static final int MOST_NAME = 300;
  private static final long MOST_FILE = 1L << 40;
  private static final int MOST_ITEMS = 200_000;
  private static final Pattern HASH = Pattern.compile("[0-9a-f]{64}");
  private static final Pattern CONTROL = Pattern.compile("[\\p{Cc}\\p{Cf}&&[^\\n\\t\\u200d]]");

  private static final JsonMapper MAPPER =
      JsonMapper.builder(
              JsonFactory.builder()
                  .streamReadConstraints(
                      StreamReadConstraints.builder()
                          .maxNestingDepth(DEEP)
                          .maxStringLength(MOST_TEXT)
                          .maxNumberLength(40)
                          .maxDocumentLength(MOST_BYTES)
                          .build())
                  .build())
          .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
          .build();

  private FeedReader() {}

  /**
   * Reads a page.
   *
   * @param said gets what was left out
   * @throws IllegalArgumentException with what is wrong, for people, when it is no page of a feed
   */
  public static Feed read(byte[] page, List<Problem> said) {
    Feed f;
    try {
      f = MAPPER.readValue(page, Feed.class);
    } catch (JacksonException e) {
      throw new IllegalArgumentException(Words.of("feedReader.not-json-form-feed"), e);
    }
    if (f == null || f.form() == null || !f.form().startsWith("keepshelf-source-feed/")) {
      throw new IllegalArgumentException(Words.of("feedReader.does-not-say-that-feed"));
    }
    if (!f.form().equals(Feed.FORM)) {
      throw new IllegalArgumentException(Words.of("feedReader.has-form-that-not-known", f.form()));
    }
    if (f.items().size() > MOST_ITEMS) {
      throw new IllegalArgumentException(Words.of("feedReader.has-more-than-200-000"));
    }
    if (f.issued() != null && instant(f.issued()) == null) {
      throw new IllegalArgumentException(Words.of("feedReader.time-was-issued-none"));
    }
    Set<String> ids = new HashSet<>();
    List<Feed.Item> good = new ArrayList<>();
    for (Feed.Item i : f.items()) {
      String wrong = wrong(i);
      if (wrong == null && !ids.add(i.id())) {
        wrong = Words.of("feedReader.another-one-has-same-identifier");
      }
      if (wrong == null) {
        good.add(plain(i));
      } else {
        said.add(
            Problem.warning(
                "feed-item",
                i.id(),
                Phrase.of(
                    "feedReader.feed-left-out-tell-source",
                    i.name() == null ? Phrase.of("feedReader.item") : shown(i.name()),
                    wrong)));
      }
    }
    return new Feed(f.form(), f.issued(), plain(f.source()), plain(f.account()), f.next(), good);
  }

  /** A time of ISO 8601, or null. */
  static @Nullable Instant instant(String s) {
    try {
      return Instant.parse(s);
    } catch (DateTimeException e) {
      return null;
    }
  }

  private static @Nullable String wrong(Feed.Item i) {
    if (i.id() == null || i.id().isBlank() || i.id().length() > MOST_NAME) {
      return Words.of("feedReader.has-no-identifier");
    }
    if (i.name() == null || i.name().isBlank() || i.name().length() > MOST_NAME) {
      return Words.of("feedReader.has-no-name");
    }
    if (!day(i.withdrawn()) || i.owned() != null && !day(i.owned().date())) {
      return Words.of("feedReader.day-none");
    }
    for (Feed.Version v : i.versions()) {
      String w = wrong(v);
      if (w != null) {
        return w;
      }
    }
    return null;
  }

  private static @Nullable String wrong(Feed.Version v) {
    if (!day(v.date()) || v.licence() != null && !day(v.licence().since())) {
      return Words.of("feedReader.day-version-none", v.version());
    }
    if (v.preview() != null && (v.preview().path() == null || !address(v.preview().path()))) {
      return Words.of("feedReader.address-preview-none");
    }
    for (Feed.Edition e : v.editions()) {
      if (e.name() == null || e.name().isBlank() || e.files().isEmpty()) {
        return Words.of("feedReader.edition-version-has-no-name", v.version());
      }
      for (Feed.Part p : e.files()) {
        String w = wrong(p);
        if (w != null) {
          return w;
        }
      }
    }
    return null;
  }

  private static @Nullable String wrong(Feed.Part p) {
    if (p.path() == null || !address(p.path())) {
      return Words.of("feedReader.address-file-none");
    }
    if (p.sha256() == null || !HASH.matcher(p.sha256()).matches()) {
      return Words.of("feedReader.file-has-no-sha-256");
    }
    if (p.bytes() < 0 || p.bytes() > MOST_FILE) {
      return Words.of("feedReader.size-file-cannot");
    }
    boolean told = p.holds().stream().allMatch(h -> h.path() != null && h.sha256() != null);
    return told ? null : Words.of("feedReader.what-archive-holds-not-told");
  }

  /** Whether a file of a feed, which may come out of a record of a shelf, makes sense. */
  public static boolean isSound(Feed.Part p) {
    return wrong(p) == null;
  }

  /** What was read before, without what makes no sense: a shelf may come from someone else. */
  static Feed sound(Feed f) {
    return new Feed(
        f.form(),
        f.issued(),
        plain(f.source()),
        plain(f.account()),
        null,
        f.items().stream().filter(i -> wrong(i) == null).toList());
  }

  private static boolean address(String s) {
    try {
      return !s.isBlank() && URI.create(s) != null;
    } catch (IllegalArgumentException e) {
      return false;
    }
  }

  private static boolean day(@Nullable String s) {
    try {
      return s == null || LocalDate.parse(s) != null;
    } catch (DateTimeException e) {
      return false;
    }
  }

  /** Texts are texts: signs that steer a screen are taken out. */
  private static @Nullable String shown(@Nullable String s) {
    return s == null ? null : CONTROL.matcher(s).replaceAll("").strip();
  }

  private static Feed.@Nullable SourceInfo plain(Feed.@Nullable SourceInfo s) {
    return s == null
        ? null
        : new Feed.SourceInfo(
            shown(s.name()), shown(s.creators()), web(s.page()), shown(s.support()));
  }

  private static Feed.@Nullable Account plain(Feed.@Nullable Account a) {
    boolean odd =
        a != null
            && (!day(a.until())
                || !day(a.renews())
                || a.name() != null && a.name().length() > MOST_NAME);
    return a == null || odd
        ? null
        : new Feed.Account(shown(a.name()), a.until(), a.downloadsLeft(), a.renews(), a.atOnce());
  }

  private static Feed.Item plain(Feed.Item i) {
    return new Feed.Item(
        i.id(),
        Objects.requireNonNull(shown(i.name())),
        shown(i.creator()),
        web(i.page()),
        i.owned(),
        i.free(),
        i.withdrawn(),
        i.versions().stream()
            .map(v ->
                new Feed.Version(
                    shown(v.version()),
                    v.date(),
                    shown(v.notes()),
                    v.preview(),
                    v.licence() == null
                        ? null
                        : new Feed.Terms(
                            shown(v.licence().id()),
                            v.licence().since(),
                            shown(v.licence().text())),
                    v.editions()))
            .toList());
  }

  /** A page that a browser may be sent to, or null. */
  private static @Nullable String web(@Nullable String s) {
    return s != null && s.matches("(?i)https?://[^\\s\\p{Cc}]{1,2000}") ? s : null;
  }
}
