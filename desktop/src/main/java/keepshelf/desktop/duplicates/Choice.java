package keepshelf.desktop.duplicates;

/** What a person decided about something that is there twice. */
public enum Choice {
  /** The right one goes. */
  KEEP_LEFT,
  /** The left one goes. */
  KEEP_RIGHT,
  /** The right one goes but for the maps that only it has. */
  COMBINE_LEFT,
  /** The left one goes but for the maps that only it has. */
  COMBINE_RIGHT,
  /** Neither goes, and nobody asks again. */
  KEEP_BOTH,
  /** Identical files share their bytes. */
  STORE_ONCE,
  /** Both stand as one item from then on; no file goes. */
  JOIN;

  /** Whether an item goes. */
  public boolean letsGo() {
    return this != KEEP_BOTH && this != STORE_ONCE && this != JOIN;
  }

  /** Whether the left one stays. */
  public boolean left() {
    return this == KEEP_LEFT || this == COMBINE_LEFT;
  }

  /** Whether maps of the one that goes stay. */
  public boolean combines() {
    return this == COMBINE_LEFT || this == COMBINE_RIGHT;
  }
}
