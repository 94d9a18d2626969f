package keepshelf.core.intake;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.core.disk.FileTrees;

/**
 * A folder for unpacked files, of an arrival or of something that is only looked into, with a lock
 * that its process holds for as long as it lives: a workspace that nobody holds was left by a
 * process that died, and is deleted when the shelf is opened next.
 */
public final class Workspace {
  private static final Map<Path, FileChannel> HELD = new ConcurrentHashMap<>();

  private Workspace() {}

  /**
   * A new one below {@code parent}.
   *
   * @throws IOException when nothing can be written there
   */
  public static Path create(Path parent) throws IOException {
    Path w = parent.resolve(UUID.randomUUID().toString());
    Files.createDirectories(w);
    FileChannel lock =
        FileChannel.open(w.resolve("lock"), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
    lock.lock();
    HELD.put(w, lock);
    Files.createDirectory(files(w));
    return w;
  }

  /** Where its files lie. */
  static Path files(Path workspace) {
    return workspace.resolve("files");
  }

  /** Lets go of it and deletes it. */
  public static void discard(Path workspace) {
    FileChannel lock = HELD.remove(workspace);
    if (lock != null) {
      try {
        lock.close();
      } catch (IOException e) {
        org.slf4j.LoggerFactory.getLogger(Workspace.class).debug("lock of {}", workspace, e);
      }
    }
    FileTrees.deleteQuietly(workspace);
  }

  /** Whether no living process holds {@code workspace}. */
  static boolean abandoned(Path workspace) {
    if (HELD.containsKey(workspace)) {
      return false;
    }
    Path lock = workspace.resolve("lock");
    if (!Files.exists(lock)) {
      return true;
    }
    try (FileChannel c = FileChannel.open(lock, StandardOpenOption.WRITE);
        FileLock held = c.tryLock()) {
      return held != null;
    } catch (OverlappingFileLockException e) {
      return false;
    } catch (IOException e) {
      return false;
    }
  }
}
