package keepshelf.core.catalogue;

/**
 * What tells whether a catalogue belongs to the records beside it: both bear this.
 *
 * @param shelf identifier of the shelf, made once
 * @param changes how often records were changed
 */
public record ShelfState(String shelf, long changes) {
  /** After one more change. */
  public ShelfState next() {
    return new ShelfState(shelf, changes + 1);
  }
}
