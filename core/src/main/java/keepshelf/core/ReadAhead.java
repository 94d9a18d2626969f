package keepshelf.core;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Consumer;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.Glimpse;
import keepshelf.core.licensing.Licences;
import keepshelf.core.search.Search;

/**
 * What is read in the background before anybody asks for it: first the top of the boards, then
 * everything.
 */
public final class ReadAhead {
  /** Cards in the glimpse: more than a large window shows. */
  private static final int GLIMPSE = 240;

  private final Catalogue catalogue;
  private final Licences licences;

  /** The version of the catalogue before anything was read. */
  private final long version;

  private final CompletableFuture<Glimpse> glimpse = new CompletableFuture<>();
  private final CompletableFuture<Search> search = new CompletableFuture<>();
  private final AtomicBoolean begun = new AtomicBoolean();

  private ReadAhead(Catalogue catalogue, Licences licences) {
    this.catalogue = catalogue;
    this.licences = licences;
    this.version = catalogue.version();
  }

  /** Begins with the top of the boards. */
  static ReadAhead begin(Catalogue catalogue, Licences licences) {
    ReadAhead a = new ReadAhead(catalogue, licences);
    a.start(a::readGlimpse);
    return a;
  }

  /** A thread of its own: one of those that searching is shared out to would be missing there. */
  private void start(Runnable what) {
    Thread.ofPlatform().daemon().name("keepshelf-ahead").start(what);
  }

  private void readGlimpse() {
    try {
      glimpse.complete(catalogue.glimpse(GLIMPSE));
    } catch (RuntimeException | Error e) {
      // Whoever reads everything will be told.
      glimpse.complete(Glimpse.NONE);
    }
  }

  /** Hands over the top of the boards: at once when it is read, else when it is, by any thread. */
  public void glimpse(Consumer<Glimpse> to) {
    glimpse.thenAccept(to);
  }

  /**
   * Begins to read everything; so that it does not take the processor from what shows the glimpse,
   * that is asked for when that stands there.
   *
   * @param then is run, by any thread, when it is read or cannot be
   */
  public void readOn(Runnable then) {
    readOn();
    search.whenComplete((s, e) -> then.run());
  }

  private void readOn() {
    if (begun.getAndSet(true)) {
      return;
    }
    start(() -> {
      try {
        search.complete(Search.over(catalogue, licences));
      } catch (RuntimeException | Error e) {
        search.completeExceptionally(e);
      }
    });
  }

  /** Everything as it is now: what was read, and what was changed meanwhile. */
  Search upToNow() {
    readOn();
    Search read = search.join();
    return version == catalogue.version() ? read : Search.over(catalogue, licences, read);
  }
}
