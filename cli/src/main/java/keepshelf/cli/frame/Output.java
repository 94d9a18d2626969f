package keepshelf.cli.frame;

import java.util.Collection;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import picocli.CommandLine;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** Where a command prints: data on standard output, messages on standard error. */
public final class Output {
  @Spec(Spec.Target.MIXEE)
  CommandSpec spec;

  @Option(names = "--json", description = "Print one JSON document on standard output.")
  public boolean json;

  private CommandLine line() {
    return spec.commandLine();
  }

  /** Prints one JSON document. */
  public void json(Object value) {
    line()
        .getOut()
        .println(new String(Json.pretty(value), java.nio.charset.StandardCharsets.UTF_8));
    line().getOut().flush();
  }

  /** Prints one line. */
  public void say(String text) {
    line().getOut().println(plain(text));
    line().getOut().flush();
  }

  /** Prints a text of several lines. */
  public void text(String lines) {
    lines.lines().forEach(this::say);
  }

  /**
   * Names of files may hold anything: what would steer a terminal, break the line or turn its
   * direction is shown as a sign for it.
   */
  public static String plain(String text) {
    StringBuilder b = new StringBuilder(text.length());
    text.codePoints()
        .forEach(c -> {
          int type = Character.getType(c);
          boolean steers =
              type == Character.CONTROL
                  || type == Character.FORMAT && c != 0x200D
                  || type == Character.LINE_SEPARATOR
                  || type == Character.PARAGRAPH_SEPARATOR
                  || type == Character.SURROGATE;
          b.appendCodePoint(Character.isWhitespace(c) ? ' ' : steers ? 0xFFFD : c);
        });
    return b.toString();
  }

  /** Prints a problem to standard error. */
  public void problem(Problem p) {
    line().getErr().println(p.severity().id() + ": " + plain(p.message()));
    line().getErr().flush();
  }

  /** Prints problems to standard error; true when there was any warning or error. */
  public boolean problems(Collection<Problem> problems) {
    boolean any = false;
    for (Problem p : problems) {
      problem(p);
      any |= p.severity() != Problem.Severity.NOTE;
    }
    return any;
  }
}
