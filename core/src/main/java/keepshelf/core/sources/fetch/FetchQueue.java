package keepshelf.core.sources.fetch;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.folder.ComputerList;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.json.Json;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.feed.FeedReader;
import keepshelf.core.words.Words;
import tools.jackson.core.JacksonException;

/**
 * What is to be fetched, in order; kept beside the catalogue, so that it goes on after a restart.
 * What was not wished on this computer, as in a shelf that came from someone else, waits until a
 * person lets it go on. Safe for several threads and processes.
 */
public final class FetchQueue {
  private static final Duration MONTH = Duration.ofDays(30);

  /** Identifiers become names of folders. */
  private static final Pattern ID = Pattern.compile("[0-9a-f]{8}");

  private static final ComputerList WISHED = new ComputerList("fetches");

  private static final Object ONE_AT_A_TIME = new Object();

  private final ShelfFolder shelf;

  /** That of {@code shelf}. */
  public FetchQueue(ShelfFolder shelf) {
    this.shelf = shelf;
  }

  Path folder() {
    return shelf.resolve(".keepshelf/fetch");
  }

  private Path file() {
    return shelf.resolve(".keepshelf/fetch/queue.json");
  }

  /** All, in the order in which they are fetched. */
  public List<Fetch> all() {
    try {
      return read();
    } catch (IOException | JacksonException | IllegalArgumentException e) {
      // It says nothing but wishes, which can be said again.
      org.slf4j.LoggerFactory.getLogger(FetchQueue.class).warn("not read: {}", file(), e);
      return List.of();
    }
  }

  private List<Fetch> read() throws IOException {
    if (!Files.isRegularFile(file(), LinkOption.NOFOLLOW_LINKS)) {
      return List.of();
    }
    Fetch[] all = Json.mapper().readValue(Files.readAllBytes(file()), Fetch[].class);
    Set<String> wished = WISHED.all();
    List<Fetch> out = new ArrayList<>();
    for (Fetch f : all == null ? new Fetch[0] : all) {
      boolean sound =
          f != null
              && f.id() != null
              && ID.matcher(f.id()).matches()
              && f.source() != null
              && f.name() != null
              && f.state() != null
              && f.files().stream().allMatch(FeedReader::isSound);
      if (sound) {
        boolean strange = !wished.contains(f.id()) && !f.state().isSettled();
        out.add(strange ? f.now(Fetch.State.PAUSED, Words.of("fetchQueue.not-asked-computer")) : f);
      }
    }
    return out;
  }

  /** Where what was fetched of one lies until it is filed: an archive, or a folder of files. */
  public Path arrived(Fetch f) {
    Path folder = folder().resolve(f.id());
    try (var all = Files.list(folder)) {
      List<Path> files = all.toList();
      return files.size() == 1 ? files.getFirst() : folder;
    } catch (IOException e) {
      return folder;
    }
  }

  /**
   * Deletes what nobody came back for: parts of files and what belongs to no wish any more, after a
   * month.
   */
  public void sweep() {
    Instant old = Instant.now().minus(MONTH);
    List<String> wished = all().stream().map(Fetch::id).toList();
    for (Path from : List.of(folder().resolve("parts"), folder())) {
      if (!Files.isDirectory(from)) {
        continue;
      }
      try (var all = Files.newDirectoryStream(from)) {
        for (Path p : all) {
          String name = p.getFileName().toString();
          boolean ours = from.endsWith("parts") || ID.matcher(name.replace(".lock", "")).matches();
          boolean free = wished.stream().noneMatch(name::startsWith);
          if (ours && free && Files.getLastModifiedTime(p).toInstant().isBefore(old)) {
            FileTrees.deleteQuietly(p);
          }
        }
      } catch (IOException e) {
        org.slf4j.LoggerFactory.getLogger(FetchQueue.class).debug("not swept: {}", from, e);
      }
    }
  }

  /** The one with this identifier. */
  public Optional<Fetch> find(String id) {
    return all().stream().filter(f -> f.id().equals(id)).findFirst();
  }

  /**
   * Adds wishes at the end; one that waits already is not added twice, one that failed waits again.
   *
   * @return those that wait now
   */
  public List<Fetch> add(List<Fetch> more) throws ShelfException {
    List<Fetch> out = new ArrayList<>();
    change(was -> {
      List<Fetch> all = new ArrayList<>(was);
      for (Fetch f : more) {
        Optional<Fetch> there = all.stream().filter(f::same).findFirst();
        if (there.isPresent() && there.get().state() == Fetch.State.LOOK) {
          // It is here and proved: wishing for it again is taking it over.
          Fetch now = f.look() ? there.get() : there.get().accepted();
          all.set(all.indexOf(there.get()), now);
          out.add(now);
          continue;
        }
        boolean going = there.isPresent() && !there.get().state().isSettled();
        if (!going) {
          there.ifPresent(all::remove);
          all.add(f);
        }
        out.add(going ? there.get() : f);
      }
      out.forEach(f -> WISHED.add(f.id()));
      return all;
    });
    return out;
  }

  /** Puts what became of one; nothing happens when it was taken out meanwhile. */
  void put(Fetch f) throws ShelfException {
    change(was -> was.stream().map(x -> x.id().equals(f.id()) ? f : x).toList());
  }

  /** Takes one out; what was fetched of it is kept for a while, in case it is wished again. */
  public void remove(String id) throws ShelfException {
    change(was -> was.stream().filter(f -> !f.id().equals(id)).toList());
    WISHED.remove(id);
  }

  /** Takes out all that are done. */
  public void removeDone() throws ShelfException {
    change(was -> {
      was.stream().filter(f -> f.state() == Fetch.State.DONE).forEach(f -> WISHED.remove(f.id()));
      return was.stream().filter(f -> f.state() != Fetch.State.DONE).toList();
    });
  }

  /** Lets one wait, so that nothing is done, or go on. */
  public void pause(String id, boolean paused) throws ShelfException {
    if (!paused) {
      WISHED.add(id);
    }
    change(was ->
        was.stream()
            .map(f ->
                !f.id().equals(id) || f.state() == Fetch.State.DONE
                    ? f
                    : f.now(paused ? Fetch.State.PAUSED : Fetch.State.WAITING, null))
            .toList());
  }

  /** Lets one that was looked at be filed. */
  public void accept(String id) throws ShelfException {
    WISHED.add(id);
    change(was ->
        was.stream()
            .map(f -> f.id().equals(id) && f.state() == Fetch.State.LOOK ? f.accepted() : f)
            .toList());
  }

  /** Puts one before all others. */
  public void first(String id) throws ShelfException {
    change(was -> {
      List<Fetch> all = new ArrayList<>(was);
      all.sort(java.util.Comparator.comparing(f -> !f.id().equals(id)));
      return all;
    });
  }

  private void change(UnaryOperator<List<Fetch>> how) throws ShelfException {
    synchronized (ONE_AT_A_TIME) {
      try {
        Files.createDirectories(folder());
        try (FileChannel c =
                FileChannel.open(
                    shelf.resolve(".keepshelf/fetch/queue.lock"),
                    StandardOpenOption.CREATE,
                    StandardOpenOption.WRITE,
                    LinkOption.NOFOLLOW_LINKS);
            FileLock _ = c.lock()) {
          List<Fetch> was = all();
          List<Fetch> now = how.apply(was);
          if (!now.equals(was)) {
            FileTrees.writeAtomically(file(), Json.pretty(now));
          }
        }
      } catch (IOException e) {
        throw ShelfException.ofDisk(
            file().toString(), Words.of("fetchQueue.keeping-what-fetched"), e);
      }
    }
  }
}
