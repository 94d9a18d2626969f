package keepshelf.cli;

import static org.assertj.core.api.Assertions.assertThat;

import keepshelf.cli.frame.Output;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class OutputTest {
  @ParameterizedTest
  @ValueSource(
      strings = {
        "a\u001b[31mb",
        "a\u0007b",
        "a\u009b2Jb",
        "a\u202eb",
        "a\u2066b",
        "a\u0000b",
        "a\u007fb"
      })
  void whatSteersATerminalIsShownAsASign(String name) {
    assertThat(Output.plain(name)).matches("a\uFFFD.*b").hasSameSizeAs(name);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {"Seil (naß) – 縄 🪢|Seil (naß) – 縄 🪢", "a‍b|a‍b"})
  void namesStayAsTheyAre(String name, String shown) {
    assertThat(Output.plain(name)).isEqualTo(shown);
  }

  @ParameterizedTest
  @ValueSource(strings = {"a\nb", "a\rb", "a\tb", "a\u2028b"})
  void aNameIsOneLine(String name) {
    assertThat(Output.plain(name)).isEqualTo("a b");
  }
}
