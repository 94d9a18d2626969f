package keepshelf.desktop.arrivals;

import java.util.ArrayDeque;
import java.util.Deque;

/** What a person changed in Arrivals, latest first. On the interface thread. */
final class UndoList {
  private final Deque<Runnable> steps = new ArrayDeque<>();

  /** Notes how to take a change back. */
  void push(Runnable back) {
    steps.push(back);
  }

  /** Takes the latest change back. */
  void undo() {
    if (!steps.isEmpty()) {
      steps.pop().run();
    }
  }
}
