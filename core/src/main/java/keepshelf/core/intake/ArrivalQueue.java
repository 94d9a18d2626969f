package keepshelf.core.intake;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Iterator;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Function;
import keepshelf.core.disk.Awaited;
import org.jspecify.annotations.Nullable;

/**
 * Several downloads one after the other: the next is read while the one before it is filed, and the
 * one after that as well while both are small, for one alone does not keep all cores busy. No more,
 * for what is unpacked and not filed lies on the disk twice.
 */
public final class ArrivalQueue implements AutoCloseable {
  private static final int MOST = 2;

  /** Bytes on the disk up to which a download is small. */
  static final long SMALL = 128L << 20;

  private final Iterator<String> paths;
  private final Function<String, Arrival> reading;
  private final ExecutorService readers =
      Executors.newFixedThreadPool(
          MOST, Thread.ofPlatform().daemon().name("keepshelf-arrivals-", 0).factory());

  /** In the order they were named. */
  private final Deque<Future<Arrival>> ahead = new ArrayDeque<>();

  /** The next that is not begun; null after the last. */
  private @Nullable String waiting;

  /** Whether all that is read ahead is small. */
  private boolean small = true;

  /**
   * Begins with the first of {@code paths}.
   *
   * @param reading how one is read, on a thread of its own
   */
  public ArrivalQueue(List<String> paths, Function<String, Arrival> reading) {
    this.paths = List.copyOf(paths).iterator();
    this.reading = reading;
    waiting = this.paths.hasNext() ? this.paths.next() : null;
    begin();
  }

  private void begin() {
    if (ahead.isEmpty()) {
      small = true;
    }
    while (waiting != null && (ahead.isEmpty() || ahead.size() < MOST && small && small(waiting))) {
      String path = waiting;
      small = small && small(path);
      ahead.add(readers.submit(() -> reading.apply(path)));
      waiting = paths.hasNext() ? paths.next() : null;
    }
  }

  /** A folder is not: it may be of any size. */
  private static boolean small(String path) {
    try {
      Path file = Path.of(path);
      return Files.isRegularFile(file) && Files.size(file) <= SMALL;
    } catch (IOException | InvalidPathException e) {
      // Whoever reads it says so.
      return false;
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
    Future<Arrival> read = ahead.remove();
    try {
      return Awaited.get(read);
    } finally {
      begin();
    }
  }

  /** Deletes what was unpacked of those that were read and are not wanted any more. */
  @Override
  public void close() {
    waiting = null;
    readers.close();
    for (Future<Arrival> unwanted : ahead) {
      if (unwanted.state() == Future.State.SUCCESS) {
        Recovery.discard(unwanted.resultNow());
      }
    }
    ahead.clear();
  }
}
