package keepshelf.core.install;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import keepshelf.core.store.Json;

/** Starts a host's own reader as a process of its own and takes what it says it found. */
final class HostReader {
  private static final long SECONDS = 120;

  /**
   * What a reader found.
   *
   * @param reader its name
   * @param inputs every input of the surface it evaluated
   * @param placement the placement shared by all maps, as it will be used
   * @param complaints what it would not accept
   * @param picture path of the rendered picture, or null
   */
  record Reading(
      String reader,
      List<Input> inputs,
      Map<String, Object> placement,
      List<String> complaints,
      String picture) {}

  /**
   * One input.
   *
   * @param input its name
   * @param file absolute path of the picture, or null for a plain value
   * @param through the node the picture goes through: {@code normalmap}, {@code displacement},
   *     {@code convert} or null
   * @param colourspace name it was decoded by, or null for data
   * @param width of the picture
   * @param height of the picture
   * @param mean mean of each channel as stored, 0..1
   * @param value plain value, or the displacement's scale
   */
  record Input(
      String input,
      String file,
      String through,
      String colourspace,
      int width,
      int height,
      List<Double> mean,
      Double value) {}

  private HostReader() {}

  /**
   * Runs {@code mainClass} on {@code document}, on this process's own class path.
   *
   * @param picture where it should render a picture, or null
   */
  static Reading read(String mainClass, Path document, Path picture) throws IOException {
    List<String> command =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:TieredStopAtLevel=1",
                "-XX:+UseSerialGC",
                "-Djava.awt.headless=true",
                "--enable-native-access=ALL-UNNAMED",
                "-cp",
                System.getProperty("java.class.path"),
                mainClass,
                "--read",
                document.toString()));
    if (picture != null) {
      command.add("--picture");
      command.add(picture.toString());
    }
    Process p = new ProcessBuilder(command).redirectError(ProcessBuilder.Redirect.DISCARD).start();
    p.getOutputStream().close();
    try {
      byte[] out = p.getInputStream().readAllBytes();
      if (!p.waitFor(SECONDS, TimeUnit.SECONDS)) {
        throw new IOException("the host's reader did not answer within two minutes");
      }
      if (p.exitValue() > 1 || out.length == 0) {
        throw new IOException(
            "the host's reader could not be started or failed (exit code " + p.exitValue() + ")");
      }
      return Json.mapper().readValue(new String(out, StandardCharsets.UTF_8), Reading.class);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new java.util.concurrent.CancellationException();
    } finally {
      p.destroyForcibly();
    }
  }
}
