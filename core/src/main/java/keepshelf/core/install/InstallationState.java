package keepshelf.core.install;

import java.util.List;
import keepshelf.core.problem.Problem;

/**
 * How an installation stands.
 *
 * @param kind the state
 * @param problems what is wrong with which file
 */
public record InstallationState(Kind kind, List<Problem> problems) {
  /** The states of an installation. */
  public enum Kind {
    CURRENT("current"),
    OTHER_RESOLUTION("other-resolution"),
    OUTDATED("outdated"),
    ALTERED("altered"),
    MISSING("missing");

    private final String id;

    Kind(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    public String id() {
      return id;
    }

    /** Whether all files are there as they were written, of the version that is on the shelf. */
    public boolean sound() {
      return this == CURRENT || this == OTHER_RESOLUTION;
    }
  }

  /** Copies the list. */
  public InstallationState {
    problems = List.copyOf(problems);
  }
}
