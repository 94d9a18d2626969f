package keepshelf.core.sources.fetch;

import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.web.Home;

/** Files beside a feed that is a file: none that lies outside of its folder is read. */
final class LocalFeed {
  private LocalFeed() {}

  static Path file(Home home, URI uri) throws ShelfException {
    boolean local = "file".equalsIgnoreCase(home.feed().getScheme());
    try {
      Path folder = local ? Path.of(home.feed()).getParent().toRealPath() : null;
      Path file = Path.of(uri).toRealPath();
      if (folder != null && file.startsWith(folder) && Files.isRegularFile(file)) {
        return file;
      }
    } catch (java.io.IOException | IllegalArgumentException e) {
      org.slf4j.LoggerFactory.getLogger(LocalFeed.class).debug("{}", uri, e);
    }
    throw new ShelfException(
        Problem.error(
            "fetch",
            uri.toString(),
            uri
                + " was not used: it is no file in the folder of its feed. Put the files of a feed"
                + " beside it."));
  }
}
