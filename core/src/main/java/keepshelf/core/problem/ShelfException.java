package keepshelf.core.problem;

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

  /** What happened. */
  public Problem problem() {
    return problem;
  }
}
