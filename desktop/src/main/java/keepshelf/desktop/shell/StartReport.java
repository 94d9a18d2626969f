package keepshelf.desktop.shell;

import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.InvalidationListener;
import javafx.beans.Observable;
import javafx.scene.Scene;

/** Says how far a start has come: the window, the first boards, everything, each laid out. */
public final class StartReport {
  private final Scene scene;
  private final Consumer<String> said;

  /** Of the window with {@code scene}; names what stands there to {@code said}. */
  public StartReport(Scene scene, Consumer<String> said) {
    this.scene = scene;
    this.said = said;
  }

  /**
   * Begins; the window is shown already.
   *
   * @param stand whether boards stand in it already
   * @param boards becomes invalid when they do
   * @param all becomes invalid when everything does
   */
  public void on(boolean stand, Observable boards, Observable all) {
    said.accept("window");
    if (stand) {
      laidOut("boards");
    } else {
      once(boards, "boards");
    }
    once(all, "everything");
  }

  private void once(Observable seen, String what) {
    seen.addListener(
        new InvalidationListener() {
          @Override
          public void invalidated(Observable o) {
            seen.removeListener(this);
            laidOut(what);
          }
        });
  }

  private void laidOut(String what) {
    laidOut(scene, () -> said.accept(what));
  }

  /** Runs something after the next time that a window is laid out. */
  public static void laidOut(Scene scene, Runnable what) {
    scene.addPostLayoutPulseListener(
        new Runnable() {
          @Override
          public void run() {
            scene.removePostLayoutPulseListener(this);
            what.run();
          }
        });
    Platform.requestNextPulse();
  }
}
