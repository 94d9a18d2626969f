package keepshelf.desktop.work;

import java.util.concurrent.CancellationException;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;

/** All background work of the window: one lane for files, one for pictures. */
public final class WorkList implements AutoCloseable {
  /** Work that may fail with a problem for people. */
  public interface Body {
    /** Does the work; reports to {@code job}. */
    void run(Job job) throws ShelfException;
  }

  private final Executor ui;
  private final ExecutorService files = lane("files");
  private final ExecutorService pictures = lane("pictures");
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

  /** Runs a small piece of work on pictures that nobody needs to watch. */
  public void quietly(Runnable what) {
    if (!pictures.isShutdown()) {
      pictures.execute(what);
    }
  }

  private Job start(ExecutorService lane, String title, Body body) {
    Job job = new Job(title, ui);
    jobs.add(job);
    lane.execute(() -> {
      try {
        if (!job.stopped()) {
          body.run(job);
        }
      } catch (CancellationException e) {
        org.slf4j.LoggerFactory.getLogger(WorkList.class).debug("stopped: {}", title);
      } catch (ShelfException e) {
        ui.execute(() -> problems.add(e.problem()));
      } catch (RuntimeException e) {
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
      } finally {
        ui.execute(() -> jobs.remove(job));
      }
    });
    return job;
  }

  @Override
  public void close() {
    jobs.forEach(Job::stop);
    files.shutdown();
    pictures.shutdownNow();
  }
}
