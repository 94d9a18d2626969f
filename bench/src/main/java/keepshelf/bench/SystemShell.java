package keepshelf.bench;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;

/** The peer of a benchmark: a line for the system's shell. */
final class SystemShell {
  private SystemShell() {}

  /**
   * Runs {@code script} in {@code folder}, with {@code work} as its first argument; what it says is
   * dropped.
   *
   * @return its exit code
   */
  static int run(String script, Path folder, Path work) throws IOException, InterruptedException {
    return new ProcessBuilder(List.of("bash", "-c", script, "bench", work.toString()))
        .directory(folder.toFile())
        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
        .redirectError(ProcessBuilder.Redirect.DISCARD)
        .start()
        .waitFor();
  }
}
