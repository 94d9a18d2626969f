package keepshelf.desktop.arrivals;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.Recogniser;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.SourceFile;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** How a finding reads behind the role of its map. */
class GlanceTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "The edges show.               | Base colour: the edges show.",
        "Net_diff.png does not repeat. | Base colour: Net_diff.png does not repeat.",
        "It is flat.                   | Base colour: it is flat."
      })
  void aNameStaysAsItIs(String message, String line) {
    RecognisedMap map =
        Recogniser.recognise(
                "net.zip",
                List.of(SourceFile.named("Net_diff.png"), SourceFile.named("Net_rough.png")))
            .items()
            .getFirst()
            .maps()
            .stream()
            .filter(m -> m.file().name().equals("Net_diff.png"))
            .findFirst()
            .orElseThrow();
    assertThat(Glance.line(Problem.warning("seam", "Net_diff.png", message), map)).isEqualTo(line);
  }
}
