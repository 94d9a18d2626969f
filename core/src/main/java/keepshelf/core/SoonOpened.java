package keepshelf.core;

import java.lang.invoke.MethodHandles;
import keepshelf.core.licensing.Licences;
import keepshelf.core.store.SqliteCatalogue;
import org.slf4j.LoggerFactory;

/**
 * A shelf that will be opened soon: the libraries that this waits for are made ready meanwhile,
 * beside what the caller does.
 */
public final class SoonOpened {
  private SoonOpened() {}

  /** Begins; what goes wrong there goes wrong, and is said, when the shelf is opened. */
  public static void expect() {
    Thread.ofPlatform().daemon().name("soon-opened").start(SoonOpened::ready);
  }

  static void ready() {
    try {
      SqliteCatalogue.makeReady();
      // The shipped ones are read when the class is first used.
      MethodHandles.lookup().ensureInitialized(Licences.class);
    } catch (RuntimeException | IllegalAccessException | LinkageError e) {
      LoggerFactory.getLogger(SoonOpened.class).debug("not ready", e);
    }
  }
}
