package keepshelf.core.sources.fetch;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.TimeUnit;
import keepshelf.core.catalogue.BrokenFile;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.Source;
import keepshelf.core.sources.Sources;
import keepshelf.core.sources.feed.Feed;
import keepshelf.core.sources.web.Home;
import keepshelf.core.sources.web.Web;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Works through the queue: several at once, of each source never more than it allows. Whatever
 * happens to the process, what came stays and is gone on with.
 */
public final class Fetching implements AutoCloseable {
  private static final int MOST_AT_ONCE = 4;
  private static final int USUAL_AT_ONCE = 2;
  private static final Duration PATIENCE = Duration.ofSeconds(10);

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Sources sources;
  private final FetchQueue queue;
  private final Web web;
  private final Filer filer;
  private final Hearing hearing;
  private final Map<String, Thread> running = new HashMap<>();
  private final Map<String, Integer> bySource = new HashMap<>();
  private final Map<String, Integer> limits = new HashMap<>();
  private final Set<String> elsewhere = new HashSet<>();
  private boolean closed;

  /** Hears what becomes of fetches; in any thread. */
  public interface Hearing {
    /** Hears nothing. */
    Hearing NONE = (f, bytes) -> {};

    /** {@code bytes} of a fetch are there; its state may be another. */
    void now(Fetch f, long bytes);
  }

  /** Over a shelf's queue. */
  public Fetching(
      ShelfFolder shelf,
      Catalogue catalogue,
      Sources sources,
      Web web,
      Intake intake,
      Hearing hearing) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.sources = sources;
    this.queue = new FetchQueue(shelf);
    this.web = web;
    this.filer = new Filer(intake);
    this.hearing = hearing;
    queue.sweep();
  }

  /** What is to be fetched. */
  public FetchQueue queue() {
    return queue;
  }

  /** Begins with what can be begun with; returns at once. */
  public synchronized void go() {
    if (closed) {
      return;
    }
    for (Fetch f : queue.all()) {
      if (running.size() >= MOST_AT_ONCE) {
        return;
      }
      String s = f.source().toLowerCase(Locale.ROOT);
      if (!f.state().isSettled()
          && !running.containsKey(f.id())
          && !elsewhere.contains(f.id())
          && bySource.getOrDefault(s, 0) < atOnce(f.source())) {
        bySource.merge(s, 1, Integer::sum);
        Thread t = Thread.ofVirtual().name("keepshelf-fetch-" + f.id()).unstarted(() -> run(f));
        running.put(f.id(), t);
        t.start();
      }
    }
  }

  /** Read once: feeds can be large. */
  private int atOnce(String source) {
    return limits.computeIfAbsent(
        source.toLowerCase(Locale.ROOT),
        s -> {
          Integer told =
              sources
                  .feed(sources.of(source))
                  .map(Feed::account)
                  .map(Feed.Account::atOnce)
                  .orElse(null);
          return Math.clamp(told == null ? USUAL_AT_ONCE : told, 1, MOST_AT_ONCE);
        });
  }

  /**
   * Stops one that was paused or taken out of the queue before, and waits until nothing more is
   * heard of it; what came of it stays.
   */
  public void stop(String id) {
    Thread t;
    synchronized (this) {
      t = running.get(id);
    }
    if (t != null) {
      t.interrupt();
      try {
        t.join(PATIENCE);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
    }
  }

  /** Whether anything is being done. */
  public synchronized boolean isBusy() {
    return !running.isEmpty();
  }

  /**
   * Works until nothing waits any more.
   *
   * @throws CancellationException when the thread is interrupted; the work then stops too
   */
  public void runAll() {
    go();
    synchronized (this) {
      while (!running.isEmpty()) {
        try {
          wait();
        } catch (InterruptedException e) {
          close();
          Thread.currentThread().interrupt();
          throw new CancellationException();
        }
      }
    }
  }

  private void run(Fetch f) {
    try {
      held(f);
    } catch (CancellationException e) {
      org.slf4j.LoggerFactory.getLogger(Fetching.class).debug("stopped: {}", f.id());
    } catch (RuntimeException | Error e) {
      org.slf4j.LoggerFactory.getLogger(Fetching.class).warn("{}", f.name(), e);
      if (!Thread.interrupted()) {
        failed(f, Words.of("fetching.something-unexpected-stopped-fetch-again", e));
      }
    } finally {
      Thread.interrupted();
      synchronized (this) {
        running.remove(f.id());
        bySource.merge(f.source().toLowerCase(Locale.ROOT), -1, Integer::sum);
        notifyAll();
      }
      go();
    }
  }

  /** One process does one fetch. */
  private void held(Fetch f) {
    Path lock = queue.folder().resolve(f.id() + ".lock");
    try {
      Files.createDirectories(queue.folder());
      try (FileChannel c =
          FileChannel.open(
              lock,
              StandardOpenOption.CREATE,
              StandardOpenOption.WRITE,
              LinkOption.NOFOLLOW_LINKS)) {
        FileLock taken = c.tryLock();
        if (taken == null) {
          leave(f);
          return;
        }
        // Another process may have done it since it was looked at.
        Fetch now = queue.find(f.id()).orElse(null);
        if (now != null && !now.state().isSettled()) {
          done(now);
        }
      } catch (OverlappingFileLockException e) {
        leave(f);
        return;
      }
      Files.deleteIfExists(lock);
    } catch (IOException e) {
      failed(f, ShelfException.ofDisk(null, Words.of("doing.fetching", f.name()), e).getMessage());
    }
  }

  private synchronized void leave(Fetch f) {
    elsewhere.add(f.id());
  }

  private void done(Fetch f) {
    Path folder = queue.folder().resolve(f.id());
    try {
      Source s = sources.need(f.source());
      Home home = sources.home(s).orElse(null);
      if (home == null) {
        failed(f, Words.of("fetching.has-no-feed-any-more", f.source()));
        return;
      }
      put(f.now(Fetch.State.FETCHING, null), 0);
      Fetch after = f.lost().isEmpty() ? filed(f, home, folder) : mended(f, home, folder);
      put(after, after.bytes());
      if (after.state() == Fetch.State.DONE) {
        FileTrees.deleteQuietly(folder);
      }
    } catch (ShelfException e) {
      failed(f, e.getMessage());
    } catch (IOException e) {
      failed(f, ShelfException.ofDisk(null, Words.of("doing.fetching", f.name()), e).getMessage());
    }
  }

  private Fetch filed(Fetch f, Home home, Path folder) throws ShelfException, IOException {
    fetchAll(f, f.files(), home, folder);
    put(f.now(Fetch.State.FILING, null), f.bytes());
    return filer.file(f, folder);
  }

  /** First what can be had alone; the whole archive only when the source gives no parts. */
  private Fetch mended(Fetch f, Home home, Path folder) throws ShelfException, IOException {
    Files.createDirectories(folder);
    List<PackRecord.FileRecord> wanted = wanted(f.lost());
    Path single = Files.createDirectories(folder.resolve("single"));
    Map<String, Path> found = new HashMap<>();
    for (Feed.Part p : f.files()) {
      List<PackRecord.FileRecord> left =
          wanted.stream().filter(w -> !found.containsKey(w.sha256())).toList();
      if (left.stream().anyMatch(w -> w.sha256().equals(p.sha256()))) {
        fetchAll(f, List.of(p), home, single);
        found.put(p.sha256(), single.resolve(FileNames.safe(p.name(), new HashSet<>())));
      } else if (!left.isEmpty()) {
        found.putAll(new SingleFiles(web, home).take(p, left, single));
      }
    }
    if (wanted.stream().allMatch(w -> found.containsKey(w.sha256()))) {
      return filer.mended(f, found);
    }
    fetchAll(f, f.files(), home, folder);
    return filer.unpackedAndMended(f, folder);
  }

  private List<PackRecord.FileRecord> wanted(List<BrokenFile> lost) throws ShelfException {
    List<PackRecord.FileRecord> out = new ArrayList<>();
    for (BrokenFile b : lost) {
      catalogue.need(b.pack()).files().stream()
          .filter(x -> x.path().equals(b.path()))
          .forEach(out::add);
    }
    return out;
  }

  private void fetchAll(Fetch f, List<Feed.Part> files, Home home, Path folder)
      throws ShelfException, IOException {
    Download d = new Download(web, home, Fetching::sleep, queue.folder().resolve("parts"));
    Set<String> names = new HashSet<>();
    long before = 0;
    for (Feed.Part p : files) {
      room(p, d.missing(p));
      long from = before;
      d.fetch(
          p,
          folder.resolve(FileNames.safe(p.name(), names)),
          new Download.Hearing() {
            @Override
            public void at(long bytes) {
              if (Thread.currentThread().isInterrupted()) {
                throw new CancellationException();
              }
              hearing.now(f.now(Fetch.State.FETCHING, null), from + bytes);
            }

            @Override
            public void waits(String why) {
              hearing.now(f.now(Fetch.State.FETCHING, why), from);
            }
          });
      before += p.bytes();
    }
  }

  /** A disk that fills up half way is trouble for everything else. */
  private void room(Feed.Part p, long missing) throws ShelfException, IOException {
    long free = Files.getFileStore(shelf.root()).getUsableSpace();
    if (free < missing) {
      throw new ShelfException(
          Problem.error(
              "disk",
              shelf.root().toString(),
              Phrase.of(
                  "fetching.there-no-room-shelfs-disk", p.name(), missing >> 20, free >> 20)));
    }
  }

  private static void sleep(Duration time) {
    try {
      TimeUnit.NANOSECONDS.sleep(time.toNanos());
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    }
  }

  private void failed(Fetch f, @Nullable String why) {
    if (Thread.currentThread().isInterrupted()) {
      // It was stopped, whatever broke on the way: it waits as the queue says.
      throw new CancellationException();
    }
    put(f.now(Fetch.State.FAILED, why), 0);
  }

  private void put(Fetch f, long bytes) {
    try {
      queue.put(f);
    } catch (ShelfException e) {
      org.slf4j.LoggerFactory.getLogger(Fetching.class).warn("not kept: {}", f.name(), e);
    }
    hearing.now(f, bytes);
  }

  /** Stops; what is not done waits for the next start. */
  @Override
  public synchronized void close() {
    closed = true;
    running.values().forEach(Thread::interrupt);
    web.close();
  }
}
