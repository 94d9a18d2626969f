package keepshelf.desktop;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.concurrent.TimeUnit;
import org.testfx.util.WaitForAsyncUtils;

/** What every test of the real window needs. */
final class FxSteps {
  private FxSteps() {}

  /** Runs {@code what} on the interface thread and waits for it. */
  static <T> T fx(Callable<T> what) throws Exception {
    return WaitForAsyncUtils.asyncFx(what).get();
  }

  /** Something done on the interface thread. */
  interface Step {
    void run() throws Exception;
  }

  /** Does {@code what} on the interface thread and waits for it. */
  static void act(Step what) throws Exception {
    fx(() -> {
      what.run();
      return null;
    });
  }

  /** Waits until nothing is done in the background and all pictures are there. */
  static void idle(MainWindow window) throws Exception {
    WaitForAsyncUtils.waitFor(
        3,
        TimeUnit.MINUTES,
        () ->
            fx(() ->
                window.work().jobs().isEmpty()
                    && !window.shelfModel().busyProperty().get()
                    && window.pictures().waitingProperty().get() == 0));
    WaitForAsyncUtils.waitForFxEvents();
  }

  /** Copies a folder with everything in it. */
  static void copy(Path from, Path to) throws IOException {
    try (var all = Files.walk(from)) {
      for (Path p : all.toList()) {
        Files.copy(p, to.resolve(from.relativize(p).toString()));
      }
    }
  }
}
