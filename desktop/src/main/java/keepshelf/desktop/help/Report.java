package keepshelf.desktop.help;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** What helps whoever is told of trouble: versions, settings, the end of the log; no paths. */
public final class Report {
  private static final int LINES = 60;

  private Report() {}

  /**
   * The report as text.
   *
   * @param settings what is set, by its name; values that are paths must not be among them
   * @param log the log, which may not be there
   */
  public static String text(Map<String, String> settings, Path log) {
    StringBuilder out = new StringBuilder();
    line(out, "Keep Shelf", About.version());
    line(
        out,
        "Java",
        System.getProperty("java.version") + ", " + System.getProperty("java.vm.name"));
    line(out, "JavaFX", System.getProperty("javafx.runtime.version", "unknown"));
    line(
        out,
        "System",
        System.getProperty("os.name")
            + " "
            + System.getProperty("os.version")
            + ", "
            + System.getProperty("os.arch"));
    Runtime r = Runtime.getRuntime();
    line(
        out,
        "Memory",
        (r.totalMemory() - r.freeMemory() >> 20) + " MB used of " + (r.maxMemory() >> 20) + " MB");
    line(out, "Cores", String.valueOf(r.availableProcessors()));
    settings.forEach((k, v) -> line(out, k, v));
    out.append('\n');
    tail(log).forEach(l -> out.append(l).append('\n'));
    return out.toString();
  }

  private static void line(StringBuilder out, String name, String value) {
    out.append(name).append(": ").append(value).append('\n');
  }

  private static List<String> tail(Path log) {
    if (!Files.isRegularFile(log)) {
      return List.of("(no log yet)");
    }
    try {
      // A rolling log is never large.
      List<String> all =
          new String(Files.readAllBytes(log), StandardCharsets.UTF_8).lines().toList();
      return all.subList(Math.max(0, all.size() - LINES), all.size());
    } catch (IOException e) {
      return List.of("(the log cannot be read)");
    }
  }
}
