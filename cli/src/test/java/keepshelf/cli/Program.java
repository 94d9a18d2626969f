package keepshelf.cli;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Starts a program of this class path as a process of its own. */
final class Program {
  private Program() {}

  /**
   * Starts {@code main}.
   *
   * @param before what stands before the command, as a tracer
   * @param config where it finds this computer's settings
   * @param said gets all that it prints
   */
  static Process start(List<String> before, Class<?> main, String config, Path said, String... args)
      throws IOException {
    List<String> line = new ArrayList<>(before);
    line.addAll(
        List.of(
            Path.of(System.getProperty("java.home"), "bin", "java").toString(),
            "-XX:TieredStopAtLevel=1",
            "-XX:+UseSerialGC",
            "-Xshare:auto",
            "--enable-native-access=ALL-UNNAMED",
            "-Dkeepshelf.config=" + config,
            "-cp",
            System.getProperty("java.class.path"),
            main.getName()));
    line.addAll(List.of(args));
    return new ProcessBuilder(line).redirectErrorStream(true).redirectOutput(said.toFile()).start();
  }
}
