package keepshelf.core.install;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.folder.ShelfLock;
import keepshelf.core.json.Json;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;
import tools.jackson.core.JacksonException;

/**
 * What was asked to be installed and is not done yet, so that it can go on after an interruption.
 */
public final class InstallQueue {
  private static final String FILE = "wanted.queue";

  /**
   * One wish.
   *
   * @param item identifier of the item
   * @param host name of the host
   * @param options how
   */
  public record Wanted(String item, String host, InstallOptions options) {}

  private record Kept(List<Wanted> wanted) {}

  private final ShelfFolder shelf;
  private final Path file;

  /** The queue of a shelf. */
  public InstallQueue(ShelfFolder shelf) {
    this.shelf = shelf;
    this.file = shelf.journal().resolve(FILE);
  }

  /** What is left, in the order it was asked for. */
  public synchronized List<Wanted> left() {
    try {
      return Files.exists(file)
          ? Json.mapper().readValue(Files.readAllBytes(file), Kept.class).wanted()
          : List.of();
    } catch (IOException | JacksonException e) {
      // What cannot be read any more can be asked for again.
      return List.of();
    }
  }

  /** Adds wishes; an earlier one for the same item and host is replaced. */
  public synchronized void add(List<Wanted> wanted) throws ShelfException {
    change(all -> {
      for (Wanted w : wanted) {
        all.removeIf(x -> same(x, w));
        all.add(w);
      }
    });
  }

  /** Takes a wish out that is done, or cannot be. */
  public synchronized void done(Wanted w) throws ShelfException {
    change(all -> all.removeIf(x -> same(x, w)));
  }

  /** Forgets all wishes. */
  public synchronized void clear() throws ShelfException {
    change(List::clear);
  }

  private static boolean same(Wanted a, Wanted b) {
    return a.item().equals(b.item()) && a.host().equals(b.host());
  }

  /** Another process may be working through the same queue. */
  private void change(Consumer<List<Wanted>> how) throws ShelfException {
    if (!Files.isWritable(file.getParent())) {
      return;
    }
    try (ShelfLock _ = ShelfLock.take(shelf)) {
      List<Wanted> all = new ArrayList<>(left());
      how.accept(all);
      if (all.isEmpty()) {
        Files.deleteIfExists(file);
      } else {
        FileTrees.writeAtomically(file, Json.pretty(new Kept(all)));
      }
    } catch (IOException e) {
      throw ShelfException.ofDisk(
          file.toString(), Words.of("installQueue.noting-what-installed"), e);
    }
  }
}
