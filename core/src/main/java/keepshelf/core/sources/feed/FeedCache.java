package keepshelf.core.sources.feed;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.disk.FileStamp;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.json.Json;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;

/** What a feed said last, kept so that a look at the news needs no line; can be thrown away. */
public final class FeedCache {
  /**
   * A feed as it was read.
   *
   * @param asked when, ISO 8601
   * @param key that signed it, Base64, or null
   * @param feed all its pages together, with whole addresses
   * @param pages what each page said of itself, by its address
   */
  @JsonInclude(JsonInclude.Include.NON_EMPTY)
  public record Kept(String asked, @Nullable String key, Feed feed, Map<String, Page> pages) {
    /** Copies the pages. */
    public Kept {
      pages = pages == null ? Map.of() : Map.copyOf(pages);
    }
  }

  /**
   * What a page said of itself, to be asked whether it is still the same.
   *
   * @param tag its ETag, or null
   * @param modified its Last-Modified, or null
   * @param body name of the file its bytes are kept in
   * @param signature as read, or null
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Page(
      @Nullable String tag,
      @Nullable String modified,
      String body,
      FeedKey.@Nullable Signed signature) {}

  private final Path folder;

  /** In a folder of its own. */
  public FeedCache(Path folder) {
    this.folder = folder;
  }

  /** What changes whenever a feed is kept; null when none is. */
  public @Nullable FileStamp stamp() {
    Path f = folder.resolve("feed.json");
    try {
      return Files.isRegularFile(f, LinkOption.NOFOLLOW_LINKS) ? FileStamp.of(f) : null;
    } catch (IOException e) {
      return null;
    }
  }

  /** What was read last. */
  public Optional<Kept> read() {
    Path f = folder.resolve("feed.json");
    try {
      return Files.isRegularFile(f, LinkOption.NOFOLLOW_LINKS)
          ? Optional.ofNullable(Json.mapper().readValue(Files.readAllBytes(f), Kept.class))
              .filter(k -> k.feed() != null)
              .map(k -> new Kept(k.asked(), k.key(), FeedReader.sound(k.feed()), k.pages()))
          : Optional.empty();
    } catch (IOException | JacksonException | IllegalArgumentException e) {
      org.slf4j.LoggerFactory.getLogger(FeedCache.class).warn("not read: {}", f, e);
      return Optional.empty();
    }
  }

  /** Keeps what was read now, and forgets pages that are not part of it. */
  void write(Kept kept) throws IOException {
    Files.createDirectories(folder);
    FileTrees.writeAtomically(folder.resolve("feed.json"), Json.pretty(kept));
    List<String> used = kept.pages().values().stream().map(Page::body).toList();
    try (var all = Files.newDirectoryStream(folder, "page-*")) {
      for (Path p : all) {
        if (!used.contains(p.getFileName().toString())) {
          Files.deleteIfExists(p);
        }
      }
    }
  }

  /** Keeps the bytes of a page; returns the name of its file. */
  String keep(byte[] page) throws IOException {
    Files.createDirectories(folder);
    String name = "page-" + HexFormat.of().formatHex(Hashes.digest().digest(page)).substring(0, 24);
    FileTrees.writeAtomically(folder.resolve(name), page);
    return name;
  }

  /** The bytes of a page that was kept; empty when they are gone. */
  Optional<byte[]> body(Page p) {
    try {
      return p.body() == null || !p.body().matches("page-[0-9a-f]{24}")
          ? Optional.empty()
          : Optional.of(Files.readAllBytes(folder.resolve(p.body())));
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
