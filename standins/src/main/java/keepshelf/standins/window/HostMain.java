package keepshelf.standins.window;

import java.nio.file.Path;
import keepshelf.standins.frame.Program;

/** Starts a host with its window ({@code --window DIR}) or without one. */
public final class HostMain {
  private HostMain() {}

  /** Runs {@code program} as {@code args} say. */
  public static void start(Program program, String[] args) {
    if (args.length == 2 && args[0].equals("--window")) {
      HostWindow.open(program, Path.of(args[1]));
    } else {
      program.start(args);
    }
  }
}
