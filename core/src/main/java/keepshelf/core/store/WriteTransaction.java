package keepshelf.core.store;

import java.util.function.Consumer;
import org.jdbi.v3.core.Handle;
import org.slf4j.LoggerFactory;

/**
 * A transaction that is a writer's from its first statement on. One that begins as a reader's and
 * writes later fails at once, without waiting, when another process has written in between.
 */
final class WriteTransaction {
  /** Kilobytes of the file that are held while it is written: indices are written all over it. */
  private static final String ROOM = "pragma cache_size = -98304";

  /** What SQLite holds else. */
  private static final String USUAL = "pragma cache_size = -2000";

  private WriteTransaction() {}

  /** Does {@code work} whole or not at all. */
  static void run(Handle h, Consumer<Handle> work) {
    h.execute(ROOM);
    try {
      h.execute("begin immediate");
      whole(h, work);
    } finally {
      giveBack(h);
    }
  }

  private static void giveBack(Handle h) {
    try {
      h.execute(USUAL);
    } catch (RuntimeException e) {
      // The disk is gone: that is said by what was to be written, or by whoever asks next.
      LoggerFactory.getLogger(WriteTransaction.class).debug("memory not given back", e);
    }
  }

  private static void whole(Handle h, Consumer<Handle> work) {
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
