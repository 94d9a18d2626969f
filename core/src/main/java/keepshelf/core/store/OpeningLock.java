package keepshelf.core.store;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.concurrent.locks.ReentrantLock;

/** Lets one process at a time make the tables of a catalogue or bring them up to date. */
final class OpeningLock implements AutoCloseable {
  /** A file lock belongs to the process, so its threads need one of their own. */
  private static final ReentrantLock THREADS = new ReentrantLock();

  private final FileChannel channel;

  private OpeningLock(FileChannel channel) {
    this.channel = channel;
  }

  /** Waits until no other process is at it; the lock goes with the process that holds it. */
  static OpeningLock take(Path catalogue) throws IOException {
    THREADS.lock();
    try {
      FileChannel c =
          FileChannel.open(
              catalogue.resolveSibling(catalogue.getFileName() + ".opening"),
              StandardOpenOption.CREATE,
              StandardOpenOption.WRITE,
              java.nio.file.LinkOption.NOFOLLOW_LINKS);
      try {
        c.lock();
        return new OpeningLock(c);
      } catch (IOException | RuntimeException e) {
        c.close();
        throw e;
      }
    } catch (IOException | RuntimeException e) {
      THREADS.unlock();
      throw e;
    }
  }

  @Override
  public void close() throws IOException {
    try {
      channel.close();
    } finally {
      THREADS.unlock();
    }
  }
}
