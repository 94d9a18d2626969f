package keepshelf.core.intake;

import java.io.IOException;
import java.nio.file.ClosedWatchServiceException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardWatchEventKinds;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import keepshelf.core.archive.ArchiveKind;
import keepshelf.imaging.io.ImageFormat;

/**
 * Watches a downloads folder and reports archives and pictures that appear in it once they are
 * complete: a download is complete when its size and time have not changed for a while and no
 * partial file of its name lies beside it. What was there before is not reported.
 */
public final class DownloadsWatch implements AutoCloseable {
  private record Seen(long size, long modified, long since) {}

  private final Path folder;
  private final long quietMillis;
  private final Consumer<Path> arrived;
  private final WatchService service;
  private final Map<Path, Seen> growing = new HashMap<>();
  private final Set<Path> known = new HashSet<>();
  private final Thread thread;

  /**
   * Starts watching {@code folder}.
   *
   * @param quietMillis how long a file must not change to count as complete
   * @param arrived is told each complete download, on a thread of the watch
   * @throws IOException when the folder cannot be watched
   */
  public DownloadsWatch(Path folder, long quietMillis, Consumer<Path> arrived) throws IOException {
    this.folder = folder;
    this.quietMillis = quietMillis;
    this.arrived = arrived;
    this.service = folder.getFileSystem().newWatchService();
    folder.register(
        service, StandardWatchEventKinds.ENTRY_CREATE, StandardWatchEventKinds.ENTRY_MODIFY);
    try (var there = Files.newDirectoryStream(folder)) {
      there.forEach(known::add);
    }
    this.thread = Thread.ofVirtual().name("downloads").start(this::run);
  }

  /** The folder that is watched. */
  public Path folder() {
    return folder;
  }

  private void run() {
    try {
      while (true) {
        WatchKey key = service.poll(Math.max(50, quietMillis / 4), TimeUnit.MILLISECONDS);
        if (key != null) {
          // What happened is looked up in the folder itself: events may be lost or doubled.
          key.pollEvents();
          key.reset();
        }
        look();
      }
    } catch (InterruptedException | ClosedWatchServiceException e) {
      Thread.currentThread().interrupt();
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(DownloadsWatch.class)
          .warn("{} is not watched any more", folder, e);
    }
  }

  private void look() throws IOException {
    Set<Path> there = new HashSet<>();
    try (var files = Files.newDirectoryStream(folder)) {
      files.forEach(there::add);
    }
    known.retainAll(there);
    growing.keySet().retainAll(there);
    long now = System.currentTimeMillis();
    for (Path p : there) {
      if (known.contains(p) || !wanted(p)) {
        continue;
      }
      try {
        long size = Files.size(p);
        long modified = Files.getLastModifiedTime(p).toMillis();
        Seen seen = growing.get(p);
        if (seen == null || seen.size() != size || seen.modified() != modified) {
          growing.put(p, new Seen(size, modified, now));
        } else if (size > 0 && now - seen.since() >= quietMillis && !partial(p, there)) {
          growing.remove(p);
          known.add(p);
          arrived.accept(p);
        }
      } catch (NoSuchFileException renamed) {
        growing.remove(p);
      }
    }
  }

  private static boolean wanted(Path p) {
    String name = p.getFileName().toString();
    return !name.startsWith(".")
        && Files.isRegularFile(p)
        && (ArchiveKind.namedLikeArchive(name) || ImageFormat.ofName(name).isPresent());
  }

  /** Whether a file that grows into {@code p} lies beside it. */
  private static boolean partial(Path p, Set<Path> there) {
    String name = p.getFileName().toString().toLowerCase(Locale.ROOT);
    for (Path other : there) {
      String o = other.getFileName().toString().toLowerCase(Locale.ROOT);
      if (!o.equals(name)
          && o.startsWith(name)
          && o.substring(name.length()).matches("\\.[a-z]*(?:part|partial|download|tmp)")) {
        return true;
      }
    }
    return false;
  }

  @Override
  public void close() {
    thread.interrupt();
    try {
      service.close();
    } catch (IOException e) {
      org.slf4j.LoggerFactory.getLogger(DownloadsWatch.class).debug("closing", e);
    }
  }
}
