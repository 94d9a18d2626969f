package keepshelf.cli.frame;

/** The exit codes of every command. */
public final class Exit {
  /** Done. */
  public static final int DONE = 0;

  /** Done, with problems that are listed. */
  public static final int PROBLEMS = 1;

  /** Wrong use. */
  public static final int USE = 2;

  /** Could not be done; nothing changed. */
  public static final int FAILED = 3;

  private Exit() {}
}
