package keepshelf.core.intake;

import java.util.Iterator;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Several downloads one after the other: each is read while the one before it is filed. One is read
 * ahead and no more, for what is unpacked and not filed lies on the disk twice.
 */
public final class ArrivalQueue implements AutoCloseable {
  private final Iterator<String> paths;
  private final Function<String, Arrival> reading;
  private final ExecutorService ahead =
      Executors.newSingleThreadExecutor(
          Thread.ofPlatform().daemon().name("keepshelf-arrivals-", 0).factory());

  private @Nullable Future<Arrival> next;

  /**
   * Begins with the first of {@code paths}.
   *
   * @param reading how one is read, on a thread of its own
   */
  public ArrivalQueue(List<String> paths, Function<String, Arrival> reading) {
    this.paths = List.copyOf(paths).iterator();
    this.reading = reading;
    begin();
  }

  private void begin() {
    if (paths.hasNext()) {
      String path = paths.next();
      next = ahead.submit(() -> reading.apply(path));
    } else {
      next = null;
    }
  }

  /**
   * The next one, in the order they were named; whoever takes it dismisses it.
   *
   * @throws RuntimeException or an error when its reading threw that; the others come all the same
   * @throws CancellationException when the waiting was interrupted
   * @throws java.util.NoSuchElementException after the last
   */
  public Arrival next() {
    Future<Arrival> read = next;
    if (read == null) {
      throw new java.util.NoSuchElementException();
    }
    try {
      return read.get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    } catch (ExecutionException e) {
      switch (e.getCause()) {
        case RuntimeException r -> throw r;
        case Error r -> throw r;
        default -> throw new IllegalStateException(e.getCause());
      }
    } finally {
      begin();
    }
  }

  /** Deletes what was unpacked of one that was read and is not wanted any more. */
  @Override
  public void close() {
    Future<Arrival> unwanted = next;
    ahead.close();
    if (unwanted != null && unwanted.state() == Future.State.SUCCESS) {
      Recovery.discard(unwanted.resultNow());
    }
  }
}
