package keepshelf.core.archive;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;

/**
 * Whole folders and single files, handled so that no half result is ever seen. Links are not
 * followed.
 */
public final class FileTrees {
  private FileTrees() {}

  /** Deletes {@code root} and everything below it; nothing happens when it is not there. */
  public static void delete(Path root) throws IOException {
    if (!Files.exists(root, java.nio.file.LinkOption.NOFOLLOW_LINKS)) {
      return;
    }
    Files.walkFileTree(
        root,
        new SimpleFileVisitor<>() {
          @Override
          public FileVisitResult visitFile(Path file, BasicFileAttributes a) throws IOException {
            Files.delete(file);
            return FileVisitResult.CONTINUE;
          }

          @Override
          public FileVisitResult postVisitDirectory(Path dir, IOException e) throws IOException {
            Files.delete(dir);
            return FileVisitResult.CONTINUE;
          }
        });
  }

  /** Bytes of all files below {@code root}; 0 when it is not there. */
  public static long bytes(Path root) throws IOException {
    if (!Files.exists(root)) {
      return 0;
    }
    try (var all = Files.walk(root)) {
      return all.filter(Files::isRegularFile).mapToLong(p -> p.toFile().length()).sum();
    }
  }

  /** As {@link #delete}, for cleaning up after another failure; leaves what cannot be deleted. */
  public static void deleteQuietly(Path root) {
    try {
      delete(root);
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(FileTrees.class).debug("left behind: {}", root, e);
    }
  }

  /** Replaces {@code to} by {@code bytes}: written beside it, forced to disk, renamed over it. */
  public static void writeAtomically(Path to, byte[] bytes) throws IOException {
    Path beside = to.resolveSibling(to.getFileName() + ".new");
    try (var channel =
        java.nio.channels.FileChannel.open(
            beside,
            StandardOpenOption.CREATE,
            StandardOpenOption.TRUNCATE_EXISTING,
            StandardOpenOption.WRITE)) {
      var buffer = java.nio.ByteBuffer.wrap(bytes);
      while (buffer.hasRemaining()) {
        channel.write(buffer);
      }
      channel.force(true);
    }
    Files.move(beside, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }
}
