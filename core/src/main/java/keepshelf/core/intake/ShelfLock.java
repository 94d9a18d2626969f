package keepshelf.core.intake;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;

/** One writer of the shelf's folders at a time, across processes. Reading needs no lock. */
public final class ShelfLock implements AutoCloseable {
  private static final long PATIENCE_MS = TimeUnit.SECONDS.toMillis(20);

  private final FileChannel channel;

  private ShelfLock(FileChannel channel) {
    this.channel = channel;
  }

  /**
   * Waits for the lock, up to twenty seconds.
   *
   * @throws ShelfException when another Keep Shelf keeps it for longer
   */
  public static ShelfLock take(ShelfFolder shelf) throws ShelfException, IOException {
    return take(shelf, PATIENCE_MS);
  }

  /** Waits up to {@code patienceMs} milliseconds. */
  static ShelfLock take(ShelfFolder shelf, long patienceMs) throws ShelfException, IOException {
    long end = System.currentTimeMillis() + patienceMs;
    while (true) {
      Optional<ShelfLock> lock = tryTake(shelf);
      if (lock.isPresent()) {
        return lock.get();
      }
      if (System.currentTimeMillis() > end) {
        throw new ShelfException(
            Problem.error(
                "shelf-in-use",
                shelf.root().toString(),
                "The shelf "
                    + shelf.root()
                    + " is being changed by another Keep Shelf"
                    + holder(shelf.lock())
                    + ". Wait until it is done, or close it; nothing was changed."));
      }
      try {
        Thread.sleep(50);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new java.util.concurrent.CancellationException();
      }
    }
  }

  /** The lock when it is free now. */
  public static Optional<ShelfLock> tryTake(ShelfFolder shelf) throws IOException {
    FileChannel c =
        FileChannel.open(
            shelf.lock(),
            StandardOpenOption.CREATE,
            StandardOpenOption.READ,
            StandardOpenOption.WRITE);
    try {
      FileLock lock = c.tryLock();
      if (lock != null) {
        c.truncate(0);
        c.write(
            ByteBuffer.wrap(
                ("process " + ProcessHandle.current().pid()).getBytes(StandardCharsets.UTF_8)));
        return Optional.of(new ShelfLock(c));
      }
    } catch (OverlappingFileLockException e) {
      // Held by another thread of this process.
    }
    c.close();
    return Optional.empty();
  }

  private static String holder(Path lock) {
    try {
      String s = java.nio.file.Files.readString(lock);
      return s.isBlank() ? "" : " (" + s + ")";
    } catch (IOException e) {
      return "";
    }
  }

  @Override
  public void close() throws IOException {
    channel.close();
  }
}
