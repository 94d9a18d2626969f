package keepshelf.core.folder;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.disk.DiskTrouble;
import org.jspecify.annotations.Nullable;

/**
 * Says that somebody has the shelf open, for as long as that process lives: such a shelf is not
 * moved away. Several may have it open at once.
 */
public final class OpenMark implements AutoCloseable {
  /** A file lock belongs to the whole process: what is open here, and how often. */
  private static final Map<Path, OpenMark> HERE = new HashMap<>();

  private final Path file;
  private final @Nullable FileChannel channel;
  private int times = 1;

  private OpenMark(Path file, @Nullable FileChannel channel) {
    this.file = file;
    this.channel = channel;
  }

  private static Path file(ShelfFolder shelf) {
    return shelf.own().resolve("open");
  }

  private static FileChannel channel(Path file) throws IOException {
    return FileChannel.open(
        file,
        StandardOpenOption.CREATE,
        StandardOpenOption.READ,
        StandardOpenOption.WRITE,
        LinkOption.NOFOLLOW_LINKS);
  }

  /**
   * Marks {@code shelf} as open; empty when it is being moved just now. A shelf that cannot be
   * written to needs no mark, as nobody can move it.
   */
  public static Optional<OpenMark> set(ShelfFolder shelf) throws IOException {
    synchronized (HERE) {
      Path file = file(shelf);
      OpenMark known = HERE.get(file);
      if (known != null) {
        known.times++;
        return Optional.of(known);
      }
      Object before = FileIdentity.of(file);
      FileChannel c;
      try {
        c = channel(file);
      } catch (IOException e) {
        if (DiskTrouble.isReadOnly(e) || DiskTrouble.isFull(e)) {
          return Optional.of(new OpenMark(file, null));
        }
        throw e;
      }
      FileLock lock = c.tryLock(0, Long.MAX_VALUE, true);
      if (lock == null || !FileIdentity.still(file, before)) {
        c.close();
        return Optional.empty();
      }
      OpenMark mark = new OpenMark(file, c);
      HERE.put(file, mark);
      return Optional.of(mark);
    }
  }

  /** The shelf for oneself alone, to move it; empty when anybody has it open. */
  public static Optional<OpenMark> alone(ShelfFolder shelf) throws IOException {
    synchronized (HERE) {
      Path file = file(shelf);
      if (HERE.containsKey(file)) {
        return Optional.empty();
      }
      FileChannel c = channel(file);
      try {
        if (c.tryLock() != null) {
          return Optional.of(new OpenMark(file, c));
        }
      } catch (OverlappingFileLockException e) {
        // Somebody in this process is moving it.
      }
      c.close();
      return Optional.empty();
    }
  }

  @Override
  public void close() throws IOException {
    synchronized (HERE) {
      if (--times == 0) {
        HERE.remove(file, this);
        if (channel != null) {
          channel.close();
        }
      }
    }
  }
}
