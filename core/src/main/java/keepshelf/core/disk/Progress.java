package keepshelf.core.disk;

/** Hears how far unpacking has come and may stop it. */
public interface Progress {
  /** Hears nothing, never stops. */
  Progress NONE = (bytes, name) -> {};

  /**
   * {@code bytes} more were handled, at the file {@code name}.
   *
   * @throws java.util.concurrent.CancellationException to stop
   */
  void advanced(long bytes, String name);
}
