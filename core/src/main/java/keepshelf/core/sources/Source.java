package keepshelf.core.sources;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Objects;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Who things came from, and how to ask for more. Every field but the name may be null.
 *
 * @param name for people, as packs have it
 * @param feed address of its feed, or of a file that is one
 * @param key the key that signed the feed when it was first read, Base64
 * @param page of the source
 * @param support page or address to ask for help
 * @param account that things are bought with
 * @param until last day of the subscription, ISO 8601
 * @param columns which column of its lists of orders says what, by the fields' identifiers
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record Source(
    String name,
    @Nullable String feed,
    @Nullable String key,
    @Nullable String page,
    @Nullable String support,
    @Nullable String account,
    @Nullable String until,
    @Nullable Map<String, String> columns) {
  /** Copies the columns. */
  public Source {
    if (name == null || name.isBlank()) {
      throw new IllegalArgumentException(Words.of("source.source-needs-name"));
    }
    name = name.strip();
    columns = columns == null ? Map.of() : Map.copyOf(columns);
  }

  /** One of which only the name is known. */
  public static Source named(String name) {
    return new Source(name, null, null, null, null, null, null, null);
  }

  /** What stands for the page of an item of the feed that has none; null without a web address. */
  public @Nullable String pageOf(String item) {
    return feed != null && feed.startsWith("http")
        ? feed + "#" + URLEncoder.encode(item, StandardCharsets.UTF_8)
        : null;
  }

  /** The same with another feed, whose key is not known yet. */
  public Source at(@Nullable String newFeed) {
    String kept = Objects.equals(feed, newFeed) ? key : null;
    return new Source(name, newFeed, kept, page, support, account, until, columns);
  }

  /** The same, its feed signed by this key. */
  public Source signedBy(@Nullable String newKey) {
    return new Source(name, feed, newKey, page, support, account, until, columns);
  }

  /** Whether nothing but its name is known. */
  boolean isBare() {
    return equals(named(name));
  }

  /** The same with lists of orders of this form. */
  public Source listing(Map<String, String> newColumns) {
    return new Source(name, feed, key, page, support, account, until, newColumns);
  }

  /** The same with what a person says of it; null for not known. */
  public Source known(String newPage, String newSupport, String newAccount, String newUntil) {
    return new Source(name, feed, key, newPage, newSupport, newAccount, newUntil, columns);
  }
}
