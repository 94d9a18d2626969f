package keepshelf.cli.frame;

import java.util.Collection;
import java.util.List;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;

/** A problem as {@code CLI.md} fixes it. */
public record ProblemJson(
    String code, Problem.Severity severity, MapRole role, String path, String message) {
  /** The problems as they stand in JSON documents. */
  public static List<ProblemJson> of(Collection<Problem> problems) {
    return problems.stream()
        .map(p -> new ProblemJson(p.code(), p.severity(), p.role(), p.path(), said(p)))
        .toList();
  }

  /** The message with the proposal behind it. */
  public static String said(Problem p) {
    return p.proposal() == null ? p.message() : p.message() + " " + p.proposal();
  }
}
