package keepshelf.cli.frame;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.folder.ComputerSettings;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Option;

/** Which shelf a command works on: the option, the environment, or the one used last. */
public final class ShelfOption {
  @Option(
      names = "--shelf",
      paramLabel = "DIR",
      description = "The shelf's folder. Without it: KEEPSHELF_SHELF, or the shelf used last.")
  Path folder;

  /** Opens the shelf; {@code create} allows a new one. */
  public Shelf open(Output out, boolean create) throws ShelfException {
    Path root = root(create);
    Shelf shelf = Shelf.open(root);
    shelf.recovered().forEach(out::problem);
    LastShelf.remember(shelf.folder().root());
    return shelf;
  }

  /** Puts a damaged catalogue aside; see {@link Shelf#mendCatalogue}. */
  public List<Problem> mendCatalogue() throws ShelfException {
    return Shelf.mendCatalogue(root(false));
  }

  private Path root(boolean create) throws ShelfException {
    Path root = folder != null ? folder : fromEnvironment();
    if (root == null) {
      throw new ShelfException(
          Problem.error("no-shelf", null, Words.of("shelfOption.no-shelf-named-none-used")));
    }
    if (!create && !Shelf.isShelf(root)) {
      throw new ShelfException(
          Problem.error(
              "no-shelf", root.toString(), Words.of("shelfOption.not-shelf-check-path-or", root)));
    }
    return root;
  }

  private static Path fromEnvironment() {
    String env = System.getenv("KEEPSHELF_SHELF");
    return env != null && !env.isBlank() ? Path.of(env) : LastShelf.recall();
  }

  /** The shelf used last, kept in the user's configuration folder. */
  public static final class LastShelf {
    private LastShelf() {}

    private static Path file() {
      return ComputerSettings.folder().resolve("last-shelf");
    }

    static Path recall() {
      try {
        String s = Files.readString(file()).trim();
        return s.isEmpty() ? null : Path.of(s);
      } catch (IOException e) {
        return null;
      }
    }

    public static void remember(Path shelf) {
      try {
        Files.createDirectories(file().getParent());
        Files.writeString(file(), shelf.toString());
      } catch (IOException e) {
        // Only a convenience: without it the shelf has to be named next time.
        org.slf4j.LoggerFactory.getLogger(LastShelf.class).debug("not remembered", e);
      }
    }
  }
}
