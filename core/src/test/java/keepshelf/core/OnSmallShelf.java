package keepshelf.core;

import java.nio.file.Path;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;

/** Tests that work on an open copy of {@link SmallShelf}. */
public abstract class OnSmallShelf {
  @TempDir protected Path dir;
  protected Path root;
  protected Shelf shelf;

  @BeforeEach
  void open() throws Exception {
    root = SmallShelf.copy(dir.resolve("shelf"));
    shelf = Shelf.open(root);
  }

  @AfterEach
  void close() {
    shelf.close();
  }
}
