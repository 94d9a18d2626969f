package keepshelf.desktop.work;

import java.util.ArrayDeque;
import java.util.Deque;

/** What a person changed, latest first, each with how to take it back. On the interface thread. */
public final class UndoList {
  private final Deque<Runnable> steps = new ArrayDeque<>();

  /** Notes how to take a change back. */
  public void push(Runnable back) {
    steps.push(back);
  }

  /** Takes the latest change back. */
  public void undo() {
    if (!steps.isEmpty()) {
      steps.pop().run();
    }
  }
}
