package keepshelf.desktop.help;

import static org.assertj.core.api.Assertions.assertThat;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.spi.LoggingEvent;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ReportTest {
  @TempDir Path dir;

  private static String logged(String message, Throwable t, Object... values) {
    Logger log = new LoggerContext().getLogger("keepshelf.core.intake.Filing");
    return new QuietLayout()
        .doLayout(new LoggingEvent("here", log, Level.WARN, message, t, values));
  }

  @Test
  void theLogSaysWhatKindOfTroubleAndNeitherPathsNorNames() {
    String said =
        logged(
            "not filed: {}",
            new IOException(
                "/home/someone/secret/rope.zip", new IllegalStateException("client name")),
            "/home/someone/secret");
    assertThat(said)
        .contains("WARN Filing: not filed: {}")
        .contains("java.io.IOException")
        .contains("java.lang.IllegalStateException")
        .contains("at keepshelf.desktop.help.ReportTest")
        .doesNotContain("someone")
        .doesNotContain("secret")
        .doesNotContain("client");
  }

  @Test
  void theReportHoldsVersionsSettingsAndTheEndOfTheLog() throws IOException {
    List<String> lines = new ArrayList<>();
    for (int i = 0; i < 500; i++) {
      lines.add("line " + i + ".");
    }
    Path log = Files.write(dir.resolve("keepshelf.log"), lines);
    assertThat(Report.text(Map.of("theme", "lamp"), log))
        .contains("Keep Shelf: " + About.version())
        .contains("Java: 25")
        .contains("theme: lamp")
        .contains("line 499.")
        .doesNotContain("line 1.")
        .doesNotContain(System.getProperty("user.home"));
  }

  @Test
  void aLogThatIsNotThereIsSaid() {
    assertThat(Report.text(Map.of(), dir.resolve("none.log"))).contains("(no log yet)");
  }

  @Test
  void eachLibraryNamesItsLicence() {
    assertThat(About.version()).matches("\\d+\\.\\d+\\.\\d+");
    assertThat(About.libraries())
        .hasSizeGreaterThan(30)
        .allSatisfy(l -> assertThat(l.licences()).as(l.name()).isNotBlank())
        .noneMatch(l -> l.licences().contains("nknown"))
        .anyMatch(l -> l.name().contains("picocli"))
        .anyMatch(l -> l.name().contains("javafx"));
  }
}
