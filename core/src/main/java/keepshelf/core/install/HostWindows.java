package keepshelf.core.install;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.OwnJava;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;

/** Opens the windows of simulated hosts, each as a program of its own. */
public final class HostWindows {
  private HostWindows() {}

  /**
   * Opens one.
   *
   * @param mainClass the host's program
   * @param folder that it watches; made when it is not there
   * @throws ShelfException when it cannot be started
   */
  public static void open(String mainClass, Path folder) throws ShelfException {
    try {
      Files.createDirectories(folder);
      new ProcessBuilder(OwnJava.command(List.of(), mainClass, "--window", folder.toString()))
          .redirectError(ProcessBuilder.Redirect.DISCARD)
          .redirectOutput(ProcessBuilder.Redirect.DISCARD)
          .start();
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error(
              "no-window",
              folder.toString(),
              DiskTrouble.sentence(e, Words.of("hostWindows.opening-hosts-window", folder))),
          e);
    }
  }
}
