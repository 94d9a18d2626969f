package keepshelf.core.folder;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ThreadLocalRandom;
import java.util.concurrent.TimeUnit;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;

/** One writer of the shelf's folders at a time, across processes. Reading needs no lock. */
public final class ShelfLock implements AutoCloseable {
  private static final long PATIENCE_MS = TimeUnit.SECONDS.toMillis(60);

  private final FileChannel channel;

  private ShelfLock(FileChannel channel) {
    this.channel = channel;
  }

  /**
   * Waits for the lock, up to a minute.
   *
   * @throws ShelfException when another Keep Shelf keeps it for longer
   */
  public static ShelfLock take(ShelfFolder shelf) throws ShelfException, IOException {
    return take(shelf, PATIENCE_MS);
  }

  /** Waits up to {@code patienceMs} milliseconds. */
  public static ShelfLock take(ShelfFolder shelf, long patienceMs)
      throws ShelfException, IOException {
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
                Phrase.of(
                    "shelfLock.shelf-being-changed-by-another",
                    shelf.root(),
                    holder(shelf.lock()))));
      }
      try {
        // Not all at the same moments.
        Thread.sleep(ThreadLocalRandom.current().nextLong(10, 50));
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        throw new CancellationException();
      }
    }
  }

  /**
   * The lock when it is free now.
   *
   * @throws java.nio.file.NoSuchFileException when the shelf is not there (any more)
   */
  public static Optional<ShelfLock> tryTake(ShelfFolder shelf) throws IOException {
    Object before = FileIdentity.of(shelf.lock());
    FileChannel c =
        FileChannel.open(
            shelf.lock(),
            StandardOpenOption.CREATE,
            StandardOpenOption.READ,
            StandardOpenOption.WRITE,
            LinkOption.NOFOLLOW_LINKS);
    boolean taken = false;
    try {
      FileLock lock = c.tryLock();
      // A shelf that was moved away meanwhile has taken the file along that was locked here.
      taken = lock != null && FileIdentity.still(shelf.lock(), before);
      if (taken) {
        sign(c);
        return Optional.of(new ShelfLock(c));
      }
    } catch (OverlappingFileLockException e) {
      // Held by another thread of this process.
    } finally {
      if (!taken) {
        c.close();
      }
    }
    return Optional.empty();
  }

  /** For the message that others show; a full disk does not take it, which does not matter. */
  private static void sign(FileChannel c) {
    try {
      c.truncate(0);
      c.write(
          ByteBuffer.wrap(
              ("process " + ProcessHandle.current().pid()).getBytes(StandardCharsets.UTF_8)));
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(ShelfLock.class).debug("not signed", e);
    }
  }

  private static String holder(Path lock) {
    try {
      String s = Files.readString(lock);
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
