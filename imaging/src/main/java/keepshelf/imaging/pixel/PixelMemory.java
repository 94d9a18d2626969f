package keepshelf.imaging.pixel;

import java.util.concurrent.Semaphore;

/**
 * The memory that all decoded pictures together may take: half of the heap. Whoever is about to
 * decode asks first and waits while others hold too much, so that many large maps at once do not
 * exhaust the heap.
 */
public final class PixelMemory {
  private static final int MEGABYTES =
      (int) Math.max(64, Runtime.getRuntime().maxMemory() / 2 >> 20);
  private static final Semaphore FREE = new Semaphore(MEGABYTES, true);

  private final int taken;

  private PixelMemory(int taken) {
    this.taken = taken;
  }

  /**
   * Waits until {@code bytes} are free. A picture that needs more than there is altogether gets all
   * of it, alone.
   *
   * @throws java.util.concurrent.CancellationException when the thread was interrupted
   */
  public static PixelMemory take(long bytes) {
    int wanted = Math.clamp(bytes >> 20, 1, MEGABYTES);
    try {
      FREE.acquire(wanted);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new java.util.concurrent.CancellationException();
    }
    return new PixelMemory(wanted);
  }

  /** Gives it back; exactly once. */
  public void release() {
    FREE.release(taken);
  }
}
