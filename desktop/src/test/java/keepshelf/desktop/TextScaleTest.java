package keepshelf.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TextScaleTest {
  @ParameterizedTest
  @CsvSource(
      nullValues = "-",
      value = {
        "-, -, '', 1", "2, -, '', 2", "-, 1.25, '', 1.25", "-, -, 1.5, 1.5", "-, -, '1.5\n', 1.5",
        "2, 1.5, '', 2", "-, 1.25, 2, 1.25", "-, -, 0.75, 1", "x, -, y, 1", "0, -, '', 1",
        "-, -, NaN, 1", "-, -, 1e9, 1"
      })
  void followsTheSystemBetweenOneAndTwo(String whole, String text, String desktop, double scale) {
    Map<String, String> env = new HashMap<>();
    if (whole != null) {
      env.put("GDK_SCALE", whole);
    }
    if (text != null) {
      env.put("GDK_DPI_SCALE", text);
    }
    assertThat(TextScale.ofSystem(env, desktop)).isEqualTo(scale);
  }
}
