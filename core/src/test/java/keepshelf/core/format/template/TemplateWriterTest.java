package keepshelf.core.format.template;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a person typed stays within the quotes and the line that a template gives it. */
class TemplateWriterTest {
  private static String filled(String source) throws IOException {
    return TemplateWriter.write(
        "from \"{{source}}\"\nmap colour\n{{#maps}}\nfile \"{{file}}\"\n{{/maps}}\n",
        Map.of("source", source, "maps", List.of(Map.of("file", source))));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "Brinewell\nmap metal",
        "Brinewell\r\nmap metal",
        "Brinewell\u2028map metal",
        "Brinewell\" map metal \"",
        "Brinewell\\",
        "Brinewell\u0000\u001b[2J",
      })
  void textsInjectNothing(String source) throws IOException {
    String text = filled(source);
    assertThat(text.lines()).hasSize(3);
    assertThat(text.lines().filter(l -> l.startsWith("map"))).containsExactly("map colour");
    for (String line : text.lines().toList()) {
      assertThat(line.chars().filter(c -> c == '"').count()).isIn(0L, 2L);
      assertThat(line).doesNotContain("\\").doesNotContain("\u001b");
    }
  }

  @Test
  void plainTextsStayAsTheyAre() throws IOException {
    assertThat(filled("Tinder & Tarn <3")).startsWith("from \"Tinder & Tarn <3\"\n");
    assertThat(TemplateWriter.write("{{{source}}}", Map.of("source", "a \"b\" \\ c")))
        .isEqualTo("a \"b\" \\ c");
  }

  @Test
  void aBrokenTemplateSaysWhere() {
    assertThatThrownBy(() -> TemplateWriter.write("{{#open}}", Map.of()))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("template is broken");
  }
}
