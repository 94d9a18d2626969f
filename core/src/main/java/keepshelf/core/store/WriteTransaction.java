package keepshelf.core.store;

import java.util.function.Consumer;
import org.jdbi.v3.core.Handle;

/**
 * A transaction that is a writer's from its first statement on. One that begins as a reader's and
 * writes later fails at once, without waiting, when another process has written in between.
 */
final class WriteTransaction {
  private WriteTransaction() {}

  /** Does {@code work} whole or not at all. */
  static void run(Handle h, Consumer<Handle> work) {
    h.execute("begin immediate");
    try {
      work.accept(h);
      h.execute("commit");
    } catch (RuntimeException | Error e) {
      try {
        h.execute("rollback");
      } catch (RuntimeException again) {
        // SQLite has rolled back by itself, as it does when the disk is full.
        e.addSuppressed(again);
      }
      throw e;
    }
  }
}
