package keepshelf.cli;

import java.util.Collection;
import keepshelf.core.problem.Problem;
import keepshelf.core.store.Json;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Where a command prints: data on standard output, messages on standard error. */
final class Output {
  @Spec(Spec.Target.MIXEE)
  CommandSpec spec;

  @Option(names = "--json", description = "Print one JSON document on standard output.")
  boolean json;

  private CommandLine line() {
    return spec.commandLine();
  }

  void json(Object value) {
    line()
        .getOut()
        .println(new String(Json.pretty(value), java.nio.charset.StandardCharsets.UTF_8));
    line().getOut().flush();
  }

  void say(String text) {
    line().getOut().println(text);
    line().getOut().flush();
  }

  void problem(Problem p) {
    line().getErr().println(p.severity().id() + ": " + p.message());
    line().getErr().flush();
  }

  /** Prints warnings and errors to standard error; true when there was any. */
  boolean problems(Collection<Problem> problems) {
    boolean any = false;
    for (Problem p : problems) {
      if (p.severity() != Problem.Severity.NOTE) {
        problem(p);
        any = true;
      }
    }
    return any;
  }
}
