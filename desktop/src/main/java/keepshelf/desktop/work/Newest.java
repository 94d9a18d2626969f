package keepshelf.desktop.work;

import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import org.slf4j.LoggerFactory;

/**
 * Works out what was wanted last, on a thread of its own: what was wanted before and is not begun
 * yet is passed over, and what is being worked out can see that something newer is wanted.
 *
 * @param <T> what is wanted; told apart as objects
 */
public final class Newest<T> implements AutoCloseable {
  private final AtomicReference<T> wanted = new AtomicReference<>();
  private final ExecutorService thread;

  /** With a thread of this name. */
  public Newest(String name) {
    thread = Executors.newSingleThreadExecutor(Thread.ofPlatform().daemon().name(name).factory());
  }

  /**
   * Has {@code work} done for {@code what}, unless something newer is wanted when its turn comes.
   */
  public void want(T what, Consumer<? super T> work) {
    wanted.set(what);
    run(() -> {
      if (is(what)) {
        work.accept(what);
      }
    });
  }

  /** Has something done in between that is never passed over; nothing else is wanted then. */
  public void first(Runnable work) {
    wanted.set(null);
    run(work);
  }

  /** Whether {@code what} is still what is wanted; may be asked by any thread. */
  public boolean is(T what) {
    return wanted.get() == what;
  }

  private void run(Runnable work) {
    if (thread.isShutdown()) {
      return;
    }
    thread.execute(() -> {
      try {
        work.run();
      } catch (RuntimeException e) {
        // What is closed in the middle finds its shelf closed too.
        if (!thread.isShutdown()) {
          LoggerFactory.getLogger(Newest.class).error("What was wanted cannot be shown", e);
        }
      }
    });
  }

  /** Stops; what is being worked out is told by its thread's interruption. */
  @Override
  public void close() {
    wanted.set(null);
    thread.shutdownNow();
  }
}
