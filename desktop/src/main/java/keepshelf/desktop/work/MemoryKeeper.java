package keepshelf.desktop.work;

import javafx.animation.PauseTransition;
import javafx.beans.InvalidationListener;
import javafx.util.Duration;
import keepshelf.core.install.measure.Originals;

/**
 * Gives memory back once hard work is over: reading large pictures takes gigabytes for seconds, and
 * the process would keep them.
 */
public final class MemoryKeeper {
  /** Below this there is nothing to give back, in bytes. */
  private static final long ENOUGH = 500L << 20;

  private final WorkList work;
  private final Pictures pictures;
  private final PauseTransition quiet = new PauseTransition(Duration.seconds(4));

  /** From now on, whenever {@code work} and {@code pictures} are done. On the interface thread. */
  public static void watch(WorkList work, Pictures pictures) {
    new MemoryKeeper(work, pictures);
  }

  private MemoryKeeper(WorkList work, Pictures pictures) {
    this.work = work;
    this.pictures = pictures;
    InvalidationListener changed = o -> quiet.playFromStart();
    work.jobs().addListener(changed);
    pictures.waitingProperty().addListener(changed);
    quiet.setOnFinished(e -> giveBack());
  }

  private void giveBack() {
    boolean idle = work.jobs().isEmpty() && pictures.waitingProperty().get() == 0;
    if (idle) {
      Originals.forgetAll();
    }
    if (idle && Runtime.getRuntime().totalMemory() > ENOUGH) {
      // On a thread of its own: the window goes on while the heap is tidied.
      Thread.ofPlatform().daemon().name("keepshelf-memory").start(System::gc);
    }
  }
}
