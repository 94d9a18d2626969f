package keepshelf.cli;

/** The exit codes of every command. */
final class Exit {
  /** Done. */
  static final int DONE = 0;

  /** Done, with problems that are listed. */
  static final int PROBLEMS = 1;

  /** Wrong use. */
  static final int USE = 2;

  /** Could not be done; nothing changed. */
  static final int FAILED = 3;

  private Exit() {}
}
