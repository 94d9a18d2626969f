package keepshelf.core.problem;

import keepshelf.core.disk.DiskTrouble;
import org.jspecify.annotations.Nullable;

/**
 * Something that could not be done and changed nothing. The message is meant for people: it names
 * the file, the cause and the next step.
 */
public final class ShelfException extends Exception {
  private static final long serialVersionUID = 1;

  private final transient Problem problem;

  /** With the problem that says what happened. */
  public ShelfException(Problem problem) {
    super(problem.message());
    this.problem = problem;
  }

  /** With the problem and what caused it. */
  public ShelfException(Problem problem, Throwable cause) {
    super(problem.message(), cause);
    this.problem = problem;
  }

  /**
   * What the disk or the catalogue on it did not take or give, in plain words.
   *
   * @param path of what it is about, or null
   * @param doing what was tried, as in "filing rope.zip"
   */
  public static ShelfException ofDisk(@Nullable String path, String doing, Throwable cause) {
    return new ShelfException(
        Problem.error("disk", path, DiskTrouble.sentence(cause, doing)), cause);
  }

  /** What happened. */
  public Problem problem() {
    return problem;
  }
}
