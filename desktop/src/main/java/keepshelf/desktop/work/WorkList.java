package keepshelf.desktop.work;

import java.util.concurrent.CancellationException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;

/**
 * All background work of the window: a lane for files, one for pictures, one for short notes, one
 * for what waits for other computers.
 */
public final class WorkList implements AutoCloseable {
  /** Work that may fail with a problem for people. */
  public interface Body {
    /** Does the work; reports to {@code job}. */
    void run(Job job) throws ShelfException;
  }

  private static final int SECONDS_TO_END = 5;

  /** How long a person who types lets the next key wait, and how long pictures wait at most. */
  private static final long CALM_MILLIS = 150;

  private static final long MOST_CALM_MILLIS = 1500;

  private final Executor ui;
  private final AtomicInteger pressing = new AtomicInteger();
  private volatile long lastNote = System.nanoTime();
  private volatile boolean closing;

  /**
   * Where long work shares itself out: not where searching does, and to so few threads that the
   * window stays quick; one for each of its two lanes at least.
   */
  private final ForkJoinPool shares =
      new ForkJoinPool(Math.max(2, Runtime.getRuntime().availableProcessors() / 2 + 1));

  private final ExecutorService files = lane("files");
  private final ExecutorService pictures = lane("pictures");
  private final ExecutorService notes = lane("notes");

  /** Waiting for others holds nothing else up. */
  private final ExecutorService lines = lane("lines");

  private final ObservableList<Job> jobs = FXCollections.observableArrayList();
  private final ObservableList<Problem> problems = FXCollections.observableArrayList();

  /** {@code ui} runs things on the interface thread. */
  public WorkList(Executor ui) {
    this.ui = ui;
  }

  private static ExecutorService lane(String name) {
    return Executors.newSingleThreadExecutor(
        Thread.ofPlatform().daemon().name("keepshelf-" + name).factory());
  }

  /** What is being done or waits; changes on the interface thread. */
  public ObservableList<Job> jobs() {
    return jobs;
  }

  /** Problems to show to people until they close them; changes on the interface thread. */
  public ObservableList<Problem> problems() {
    return problems;
  }

  /** Whether work is stopped because the window closes, not because a person stopped it. */
  public boolean closing() {
    return closing;
  }

  /** Runs {@code what} on the interface thread. */
  public void ui(Runnable what) {
    ui.execute(what);
  }

  /** Starts work on files; failures become {@link #problems()}. Call on the interface thread. */
  public Job start(String title, Body body) {
    return start(files, title, body);
  }

  /** Starts work on pictures, beside the work on files. Call on the interface thread. */
  public Job startPictures(String title, Body body) {
    return start(pictures, title, body);
  }

  /** Starts work that waits for other computers. Call on the interface thread. */
  public Job startOnLine(String title, Body body) {
    return start(lines, title, body);
  }

  /** Runs a small piece of work on pictures that nobody needs to watch; dropped at the end. */
  public void quietly(Runnable what) {
    quietly(pictures, () -> share(what));
  }

  /** Keeps or drops something small; never waits behind pictures and is done before the end. */
  public void note(Runnable what) {
    Runnable done = press();
    quietly(
        notes,
        () -> {
          try {
            what.run();
          } finally {
            done.run();
          }
        });
  }

  /** Something is being read that a person waits for; what is returned says that it is there. */
  public Runnable press() {
    pressing.incrementAndGet();
    return this::released;
  }

  private void released() {
    lastNote = System.nanoTime();
    pressing.decrementAndGet();
  }

  /**
   * Waits in the background until nothing short is being done and was not done for a moment, so
   * that making pictures does not take the processor from a search that is being typed.
   */
  public void whenCalm() {
    long from = System.nanoTime();
    try {
      while (!closing
          && (pressing.get() > 0 || millisSince(lastNote) < CALM_MILLIS)
          && millisSince(from) < MOST_CALM_MILLIS) {
        Thread.sleep(CALM_MILLIS / 10);
      }
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static long millisSince(long nanos) {
    return (System.nanoTime() - nanos) / 1_000_000;
  }

  /** Does {@code what}, its parallel parts among {@link #shares}. */
  private void share(Runnable what) {
    shares.submit(what).join();
  }

  private void quietly(ExecutorService lane, Runnable what) {
    if (lane.isShutdown()) {
      return;
    }
    lane.execute(() -> {
      try {
        what.run();
      } catch (CancellationException e) {
        // The window was closed meanwhile.
      } catch (RuntimeException e) {
        unexpected("Work in the background", e);
      }
    });
  }

  private void unexpected(String title, RuntimeException e) {
    if (closing) {
      // What still read the shelf found it closed.
      org.slf4j.LoggerFactory.getLogger(WorkList.class).debug("{} while closing", title, e);
      return;
    }
    org.slf4j.LoggerFactory.getLogger(WorkList.class).error("{}", title, e);
    ui.execute(() ->
        problems.add(
            Problem.error(
                "unexpected",
                null,
                title
                    + " was stopped by something unexpected ("
                    + e.getMessage()
                    + "). Nothing was lost; try again, and report it when it happens again.")));
  }

  private Job start(ExecutorService lane, String title, Body body) {
    Job job = new Job(title, ui);
    if (lane.isShutdown()) {
      // The window is closed; what was still on its way to the interface thread starts nothing.
      job.stop();
      return job;
    }
    jobs.add(job);
    lane.execute(() ->
        share(() -> {
          try {
            if (!job.stopped()) {
              body.run(job);
            }
          } catch (CancellationException e) {
            org.slf4j.LoggerFactory.getLogger(WorkList.class).debug("stopped: {}", title);
          } catch (ShelfException e) {
            ui.execute(() -> problems.add(e.problem()));
          } catch (RuntimeException e) {
            unexpected(title, e);
          } finally {
            ui.execute(() -> jobs.remove(job));
          }
        }));
    return job;
  }

  /** Stops all work; waits a moment for filing to end well and for the notes to be kept. */
  @Override
  public void close() {
    closing = true;
    jobs.forEach(Job::stop);
    files.shutdown();
    pictures.shutdownNow();
    lines.shutdownNow();
    notes.shutdown();
    try {
      boolean done =
          files.awaitTermination(SECONDS_TO_END, TimeUnit.SECONDS)
              && notes.awaitTermination(SECONDS_TO_END, TimeUnit.SECONDS);
      if (!done) {
        org.slf4j.LoggerFactory.getLogger(WorkList.class).warn("closed before all work had ended");
      }
      shares.shutdownNow();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }
}
