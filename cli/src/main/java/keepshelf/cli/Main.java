package keepshelf.cli;

import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.PlainLog;
import keepshelf.cli.words.Words;
import keepshelf.core.SoonOpened;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.StorageException;
import keepshelf.core.folder.OutsideShelfException;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** Entry of the command line. */
@Command(
    name = "keepshelf",
    description = "Catalogues materials and asset packs, and installs them in host programs.",
    mixinStandardHelpOptions = true,
    version = "Keep Shelf 0.1.0",
    footer = {
      "",
      "Graphical: keepshelf demo, keepshelf pictures. For developers: keepshelf test, bench,"
          + " format.",
      "Exit codes: 0 done; 1 done, with problems that are listed; 2 wrong use; 3 could not be done,"
          + " nothing changed."
    })
public final class Main implements Runnable {
  @Option(
      names = "--debug",
      description = "Add details of failures to the log.",
      scope = CommandLine.ScopeType.INHERIT)
  boolean debug;

  private Main() {}

  /** Starts the command line and ends the process with its exit code. */
  public static void main(String[] args) {
    PlainLog.use();
    PrintWriter out =
        new PrintWriter(
            new java.io.OutputStreamWriter(
                new java.io.FileOutputStream(java.io.FileDescriptor.out), StandardCharsets.UTF_8),
            true);
    PrintWriter err =
        new PrintWriter(
            new java.io.OutputStreamWriter(
                new java.io.FileOutputStream(java.io.FileDescriptor.err), StandardCharsets.UTF_8),
            true);
    if (args.length > 0 && Commands.NAMES.contains(args[0])) {
      SoonOpened.expect();
    }
    int code = run(out, err, args);
    out.flush();
    err.flush();
    System.exit(code);
  }

  /** Runs one command; returns its exit code. */
  static int run(PrintWriter out, PrintWriter err, String... args) {
    Main main = new Main();
    CommandLine line = Commands.addTo(new CommandLine(main), args).setOut(out).setErr(err);
    line.setExecutionExceptionHandler((e, command, result) -> {
      err.println("error: " + Output.plain(sentence(e)));
      if (main.debug) {
        e.printStackTrace(err);
      }
      return Exit.FAILED;
    });
    return line.execute(args);
  }

  /** What stopped a command, for people. */
  private static String sentence(Exception e) {
    return switch (e) {
      case ShelfException s -> s.getMessage();
      case OutsideShelfException o -> o.getMessage();
      case StorageException s -> DiskTrouble.sentence(s, Words.of("main.command"));
      case UncheckedIOException u -> DiskTrouble.sentence(u.getCause(), Words.of("main.command"));
      default ->
          Words.of(
              "main.something-unexpected-stopped-command-what",
              e.getClass().getSimpleName(),
              e.getMessage() == null ? "" : ": " + e.getMessage());
    };
  }

  @Override
  public void run() {
    CommandLine.usage(this, System.out);
  }
}
