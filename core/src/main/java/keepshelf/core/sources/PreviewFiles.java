package keepshelf.core.sources;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.disk.Hashes;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.web.Home;
import keepshelf.core.sources.web.Web;
import keepshelf.core.sources.web.WebAnswer;
import keepshelf.core.words.Words;

/** Pictures that a feed shows, by their hashes; can be thrown away. */
final class PreviewFiles {
  private static final long MOST_BYTES = 16L << 20;

  private final Path folder;

  PreviewFiles(Path folder) {
    this.folder = folder;
  }

  private Path file(Feed.Part p) {
    return folder.resolve("preview-" + p.sha256());
  }

  Optional<Path> kept(Feed.Part p) {
    boolean named = p.sha256() != null && p.sha256().matches("[0-9a-f]{64}");
    return named && Files.isRegularFile(file(p), LinkOption.NOFOLLOW_LINKS)
        ? Optional.of(file(p))
        : Optional.empty();
  }

  /** Nothing happens when it is there, too large, or not what the feed promised. */
  void fetch(Feed.Part p, Home home, Web web) {
    boolean named = p.sha256() != null && p.sha256().matches("[0-9a-f]{64}");
    if (!named || p.bytes() > MOST_BYTES || kept(p).isPresent()) {
      return;
    }
    try {
      byte[] b = bytes(p, home, web);
      if (HexFormat.of().formatHex(Hashes.digest().digest(b)).equals(p.sha256())) {
        Files.createDirectories(folder);
        FileTrees.writeAtomically(file(p), b);
      }
    } catch (IOException | IllegalArgumentException e) {
      org.slf4j.LoggerFactory.getLogger(PreviewFiles.class).debug("no preview {}", p.path(), e);
    }
  }

  private static byte[] bytes(Feed.Part p, Home home, Web web) throws IOException {
    URI at = URI.create(p.path());
    if ("file".equalsIgnoreCase(at.getScheme())) {
      Path f = home.beside(at);
      if (Files.size(f) > MOST_BYTES) {
        throw new IOException(Words.of("previewFiles.too-large"));
      }
      return Files.readAllBytes(f);
    }
    try (WebAnswer a = web.get(at, home, Map.of())) {
      return a.all(MOST_BYTES);
    }
  }
}
