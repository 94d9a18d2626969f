package keepshelf.core.disk;

/** Hears how far a long piece of work has come and may stop it. */
public interface ShareProgress {
  /** Hears nothing, never stops. */
  ShareProgress NONE = (what, share) -> {};

  /**
   * The work is at {@code what}.
   *
   * @param share 0..1 of all of it
   * @throws java.util.concurrent.CancellationException to stop
   */
  void report(String what, double share);
}
