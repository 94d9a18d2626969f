package keepshelf.desktop.work;

import java.util.concurrent.CancellationException;
import java.util.concurrent.Executor;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/** One piece of work in the background, with its progress; can be stopped. */
public final class Job {
  private final String title;
  private final Executor ui;
  private final StringProperty detail = new SimpleStringProperty("");
  private final DoubleProperty progress = new SimpleDoubleProperty(-1);
  private volatile boolean stopped;
  private String pendingDetail;
  private double pendingProgress;
  private boolean pending;

  Job(String title, Executor ui) {
    this.title = title;
    this.ui = ui;
  }

  /** What it is. */
  public String title() {
    return title;
  }

  /** What it is at; changes on the interface thread. */
  public StringProperty detailProperty() {
    return detail;
  }

  /** 0..1, or -1 when it cannot be told; changes on the interface thread. */
  public DoubleProperty progressProperty() {
    return progress;
  }

  /** Asks it to stop at the next good moment. */
  public void stop() {
    stopped = true;
  }

  /** Whether it was asked to stop. */
  public boolean stopped() {
    return stopped;
  }

  /**
   * Tells how far it is; from any thread, as often as one likes.
   *
   * @throws CancellationException when it was asked to stop
   */
  public void report(String what, double share) {
    if (stopped) {
      throw new CancellationException();
    }
    synchronized (this) {
      pendingDetail = what;
      pendingProgress = share;
      if (pending) {
        return;
      }
      pending = true;
    }
    ui.execute(() -> {
      synchronized (this) {
        pending = false;
        detail.set(pendingDetail);
        progress.set(pendingProgress);
      }
    });
  }
}
