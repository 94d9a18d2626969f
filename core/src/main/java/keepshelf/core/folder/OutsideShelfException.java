package keepshelf.core.folder;

import java.nio.file.Path;
import keepshelf.core.problem.Problem;
import keepshelf.core.words.Phrase;

/**
 * A path that stands in a shelf's own files and leads out of the shelf. A shelf may come from
 * someone else, so nothing is read, written or deleted there.
 */
public final class OutsideShelfException extends RuntimeException {
  private static final long serialVersionUID = 1;

  private final transient Problem problem;

  /** {@code path} as it stands there, which is not below {@code root}. */
  public OutsideShelfException(Path root, String path) {
    this(
        Problem.error(
            "outside-shelf",
            path,
            Phrase.of("outsideShelfException.stands-records-but-leads-out", path, root)));
  }

  private OutsideShelfException(Problem problem) {
    super(problem.message());
    this.problem = problem;
  }

  /** What was found, for people. */
  public Problem problem() {
    return problem;
  }
}
