package keepshelf.core.intake;

/** The steps of filing, in order; tests stop the process at each of them. */
public enum FilingStep {
  /** Everything lies in the workspace; nothing is promised yet. */
  STAGED,
  /** The journal says what will be done. */
  PROMISED,
  /** The pack's folder stands in its place. */
  MOVED,
  /** The record stands beside it. */
  RECORDED,
  /** The catalogue knows the pack. */
  CATALOGUED,
  /** The journal entry is gone. */
  CLOSED;

  /** Hears of each step after it is done. */
  public interface Listener {
    /** Does nothing. */
    Listener NONE = step -> {};

    /** {@code step} is done. */
    void reached(FilingStep step);
  }
}
