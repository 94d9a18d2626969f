package keepshelf.core.disk;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.BasicFileAttributes;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import java.util.concurrent.atomic.AtomicLong;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Whole folders and single files, handled so that no half result is ever seen. Links are not
 * followed.
 */
public final class FileTrees {
  private static final boolean WINDOWS = System.getProperty("os.name").startsWith("Windows");

  private static final long ME = ProcessHandle.current().pid();
  private static final AtomicLong SERIAL = new AtomicLong(System.nanoTime() & 0xFF_FFFF);

  /** What is being written, and by which process. */
  private static final Pattern UNFINISHED = Pattern.compile(".*\\.(\\d{1,10})-\\d+\\.new");

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

  /**
   * Deletes {@code root} and the folders below it.
   *
   * @throws java.nio.file.DirectoryNotEmptyException when there is a file in one of them
   */
  public static void deleteEmptyFolders(Path root) throws IOException {
    Files.walkFileTree(
        root,
        new SimpleFileVisitor<>() {
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
      return all.filter(p -> Files.isRegularFile(p, LinkOption.NOFOLLOW_LINKS))
          .mapToLong(p -> p.toFile().length())
          .sum();
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
    write(to, bytes);
  }

  /** The same for what only the owner may read: nobody else can at any moment. */
  public static void writePrivately(Path to, byte[] bytes) throws IOException {
    boolean posix = to.getFileSystem().supportedFileAttributeViews().contains("posix");
    if (posix) {
      write(
          to,
          bytes,
          PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
    } else {
      write(to, bytes);
    }
  }

  private static void write(Path to, byte[] bytes, FileAttribute<?>... how) throws IOException {
    Path beside =
        to.resolveSibling("%s.%d-%d.new".formatted(to.getFileName(), ME, SERIAL.incrementAndGet()));
    try {
      try (FileChannel channel =
          FileChannel.open(
              beside,
              Set.of(
                  StandardOpenOption.CREATE_NEW,
                  StandardOpenOption.WRITE,
                  LinkOption.NOFOLLOW_LINKS),
              how)) {
        ByteBuffer buffer = ByteBuffer.wrap(bytes);
        while (buffer.hasRemaining()) {
          channel.write(buffer);
        }
        channel.force(true);
      }
      Files.move(beside, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    } catch (IOException | RuntimeException e) {
      Files.deleteIfExists(beside);
      throw e;
    }
  }

  /**
   * Deletes what processes that died were writing in {@code folder} by {@link #writeAtomically}.
   */
  public static void sweep(Path folder) throws IOException {
    if (!Files.isDirectory(folder, LinkOption.NOFOLLOW_LINKS)) {
      return;
    }
    try (var all = Files.newDirectoryStream(folder, "*.new")) {
      for (Path p : all) {
        Matcher m = UNFINISHED.matcher(p.getFileName().toString());
        if (m.matches()
            && Files.isRegularFile(p, LinkOption.NOFOLLOW_LINKS)
            && !ProcessHandle.of(Long.parseLong(m.group(1)))
                .map(ProcessHandle::isAlive)
                .orElse(false)) {
          Files.deleteIfExists(p);
        }
      }
    }
  }

  /**
   * Forces {@code root} and everything below it to the disk: files, and the folders that name them.
   */
  public static void sync(Path root) throws IOException {
    try (var all = Files.walk(root)) {
      for (Path p : all.toList()) {
        sync(p, Files.isDirectory(p, LinkOption.NOFOLLOW_LINKS));
      }
    }
  }

  /** Forces the folder that names {@code file}, and those around it up to {@code root}. */
  public static void syncParents(Path file, Path root) throws IOException {
    for (Path p = file.getParent(); p != null && p.startsWith(root); p = p.getParent()) {
      sync(p, true);
    }
  }

  private static void sync(Path p, boolean folder) throws IOException {
    try (FileChannel c = FileChannel.open(p, StandardOpenOption.READ)) {
      c.force(true);
    } catch (IOException e) {
      // Some systems open no folders; those write them by themselves.
      if (!folder || !WINDOWS) {
        throw e;
      }
    }
  }
}
