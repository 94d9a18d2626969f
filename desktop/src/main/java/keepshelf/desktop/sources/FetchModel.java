package keepshelf.desktop.sources;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.BiConsumer;
import java.util.function.Predicate;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import keepshelf.core.Shelf;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.sources.fetch.Fetch;
import keepshelf.core.sources.fetch.Fetch.State;
import keepshelf.core.sources.fetch.FetchQueue;
import keepshelf.core.sources.fetch.Fetching;
import keepshelf.core.sources.web.Web;
import keepshelf.desktop.words.Words;
import keepshelf.desktop.work.WorkList;

/** What is being fetched, and what waits for it. Methods are called on the interface thread. */
public final class FetchModel implements AutoCloseable {
  /** A measured speed fades into a newer one within about so many seconds. */
  private static final double MEMORY_S = 3;

  private final WorkList work;
  private final Fetching fetching;
  private final Web web = new Web();

  /** Stopping waits for what is stopped, which nothing else should wait for. */
  private final ExecutorService lane =
      Executors.newSingleThreadExecutor(
          Thread.ofPlatform().daemon().name("keepshelf-fetches").factory());

  private final Runnable filed;
  private final BiConsumer<Fetch, Path> question;
  private final ObservableList<Going> going = FXCollections.observableArrayList();
  private final Map<String, Long> bytes = new ConcurrentHashMap<>();
  private final Map<String, Fetch> latest = new ConcurrentHashMap<>();
  private final Map<String, Speed> speeds = new HashMap<>();
  private final Set<String> asked = new HashSet<>();
  private final AtomicBoolean posted = new AtomicBoolean();

  private static final class Speed {
    private long at = System.nanoTime();
    private long bytes;
    private double perSecond;

    void now(long there) {
      long now = System.nanoTime();
      double s = (now - at) / 1e9;
      if (s > 0.2) {
        double fresh = Math.max(0, there - bytes) / s;
        double weight = perSecond == 0 ? 1 : 1 - Math.exp(-s / MEMORY_S);
        perSecond += weight * (fresh - perSecond);
        at = now;
        bytes = there;
      }
    }
  }

  /**
   * Over {@code shelf}.
   *
   * @param filed is called after something came onto the shelf
   * @param question is given what a person has to look at in Arrivals, and where it lies
   */
  FetchModel(Shelf shelf, WorkList work, Runnable filed, BiConsumer<Fetch, Path> question) {
    this.work = work;
    this.filed = filed;
    this.question = question;
    this.fetching = shelf.fetching(web, this::hear);
  }

  /** Everything in the queue. */
  public ObservableList<Going> going() {
    return going;
  }

  /** What asks for addresses. */
  Web web() {
    return web;
  }

  FetchQueue queue() {
    return fetching.queue();
  }

  /** In any thread: the interface is told at most once at a time. */
  private void hear(Fetch f, long there) {
    bytes.put(f.id(), there);
    latest.put(f.id(), f);
    if (posted.compareAndSet(false, true)) {
      work.ui(() -> {
        posted.set(false);
        show();
      });
    }
  }

  /** Reads the queue anew and goes on with what waits. */
  public void resume() {
    change(q -> {});
  }

  /** Adds wishes and begins. */
  void fetch(List<Fetch> wishes) {
    change(q -> q.add(wishes));
  }

  /** Lets one wait, or go on. */
  void pause(Fetch f, boolean paused) {
    // In this order: one that is stopped first would be begun again.
    change(q -> {
      q.pause(f.id(), paused);
      if (paused) {
        fetching.stop(f.id());
      }
    });
  }

  /** Files one that was looked at. */
  void accept(Fetch f) {
    change(q -> q.accept(f.id()));
  }

  /** Puts one before all others. */
  void first(Fetch f) {
    change(q -> q.first(f.id()));
  }

  /** Takes one out of the queue. */
  void remove(Fetch f) {
    change(q -> {
      q.remove(f.id());
      fetching.stop(f.id());
    });
  }

  private interface Change {
    void on(FetchQueue q) throws ShelfException;
  }

  private void change(Change how) {
    lane.execute(() -> {
      try {
        how.on(fetching.queue());
      } catch (ShelfException e) {
        work.ui(() -> work.problems().add(e.problem()));
      }
      List<Fetch> all = fetching.queue().all();
      work.ui(() -> {
        latest.clear();
        set(all);
      });
      fetching.go();
    });
  }

  private void set(List<Fetch> all) {
    going.setAll(all.stream().map(this::going).toList());
    // What was a question when the window was closed is one still.
    all.stream().filter(f -> f.state() == State.QUESTION).forEach(this::ask);
  }

  private void ask(Fetch f) {
    Path at = fetching.queue().arrived(f);
    if (asked.add(f.id()) && Files.exists(at)) {
      question.accept(f, at);
    }
  }

  /** Forgets questions that were answered: their packs stand on the shelf. */
  void answered(Predicate<Fetch> here) {
    going.stream()
        .map(Going::fetch)
        .filter(f -> f.state() == State.QUESTION && here.test(f))
        .forEach(this::remove);
  }

  private Going going(Fetch f) {
    long there = bytes.getOrDefault(f.id(), 0L);
    Speed s = speeds.computeIfAbsent(f.id(), x -> new Speed());
    s.now(there);
    return new Going(f, there, f.state() == State.FETCHING ? s.perSecond : 0);
  }

  private void show() {
    boolean anyFiled = false;
    for (int i = 0; i < going.size(); i++) {
      Fetch f = latest.getOrDefault(going.get(i).fetch().id(), going.get(i).fetch());
      State was = going.get(i).fetch().state();
      going.set(i, going(f));
      if (was != f.state()) {
        anyFiled |= f.state() == State.DONE;
        became(f);
      }
    }
    if (anyFiled) {
      change(FetchQueue::removeDone);
      filed.run();
    }
  }

  private void became(Fetch f) {
    switch (f.state()) {
      case DONE -> {
        work.problems().removeIf(p -> p.code().equals("fetched"));
        String said =
            f.said() == null ? Words.of("sources.filed", f.name()) : f.name() + ": " + f.said();
        work.problems().add(Problem.note("fetched", null, said));
      }
      case FAILED ->
          work.problems()
              .add(
                  Problem.error("fetch", f.name(), Words.of("sources.failed", f.name(), f.said())));
      case QUESTION -> ask(f);
      default -> {
        // Shown in the queue.
      }
    }
  }

  /** Stops; what is not done goes on at the next start. */
  @Override
  public void close() {
    lane.shutdown();
    fetching.close();
    web.close();
  }
}
