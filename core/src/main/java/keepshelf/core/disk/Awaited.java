package keepshelf.core.disk;

import java.util.Objects;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;

/** What work on another thread came to, as if it had been done on this one. */
public final class Awaited {
  private Awaited() {}

  /**
   * The result of {@code work}, when it is there.
   *
   * @throws RuntimeException or an error when the work threw that
   * @throws IllegalStateException with the cause when it threw anything else
   * @throws CancellationException when the waiting was interrupted
   */
  public static <T> T get(Future<T> work) {
    try {
      return work.get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new CancellationException();
    } catch (ExecutionException e) {
      Throwable cause = Objects.requireNonNullElse(e.getCause(), e);
      switch (cause) {
        case RuntimeException r -> throw r;
        case Error r -> throw r;
        default -> throw new IllegalStateException(cause);
      }
    }
  }
}
