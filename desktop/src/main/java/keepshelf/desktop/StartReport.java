package keepshelf.desktop;

import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.beans.InvalidationListener;
import javafx.beans.Observable;
import javafx.scene.Scene;
import keepshelf.desktop.shelf.ShelfModel;

/** Says how far a start has come: the window, the first boards, everything, each laid out. */
final class StartReport {
  private final Scene scene;
  private final Consumer<String> said;

  /** Of the window with {@code scene}; names what stands there to {@code said}. */
  StartReport(Scene scene, Consumer<String> said) {
    this.scene = scene;
    this.said = said;
  }

  /** Begins; the window is shown already. */
  void on(ShelfModel boards) {
    said.accept("window");
    if (boards.shown().isEmpty()) {
      once(boards.boardsRead(), "boards");
    } else {
      laidOut("boards");
    }
    once(boards.foundProperty(), "everything");
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
  static void laidOut(Scene scene, Runnable what) {
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
