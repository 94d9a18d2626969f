package keepshelf.desktop.kit;

import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.StackPane;

/** What lies over a place and takes the keys: one pane at a time, or none. */
public final class Over {
  private final StackPane stack;
  private Node pane;
  private Consumer<KeyEvent> keys;
  private Runnable closed;

  /** Lays panes into {@code stack}. */
  public Over(StackPane stack) {
    this.stack = stack;
  }

  /** Whether something lies there. */
  public boolean isOpen() {
    return pane != null;
  }

  /**
   * Lays a pane over everything.
   *
   * @param takes its keys
   * @param goes is called when it is taken away
   */
  public void lay(Node over, Consumer<KeyEvent> takes, Runnable goes) {
    pane = over;
    keys = takes;
    closed = goes;
    stack.getChildren().add(over);
    over.requestFocus();
  }

  /** Gives it a key. */
  public void key(KeyEvent e) {
    keys.accept(e);
  }

  /** Takes it away; nothing when there is none. */
  public void close() {
    if (pane != null) {
      closed.run();
      stack.getChildren().remove(pane);
      pane = null;
    }
  }
}
