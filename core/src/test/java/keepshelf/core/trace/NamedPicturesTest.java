package keepshelf.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What text documents of many kinds name. */
class NamedPicturesTest {
  @TempDir Path dir;
  private Path document;

  @BeforeEach
  void pictures() throws Exception {
    document = Files.createDirectories(dir.resolve("scene")).resolve("d.txt");
    for (String f : new String[] {"wood.png", "my wood.PNG", "t/a.tiff", "ö.jpg", "a.b.exr"}) {
      Path to = document.resolveSibling(f);
      Files.createDirectories(to.getParent());
      Files.writeString(to, "x");
    }
    Files.writeString(dir.resolve("up.tga"), "x");
  }

  private Set<Path> named(String text, Set<String> lost) throws Exception {
    Files.writeString(document, text, StandardCharsets.UTF_8);
    return NamedPictures.of(document, lost);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "map_Kd wood.png|wood.png",
        "map_Kd -bm 0.3 wood.png|wood.png",
        "asset inputs:file = @./t/a.tiff@|t/a.tiff",
        "{\"uri\":\"my%20wood.PNG\"}|my wood.PNG",
        "\"my wood.PNG\"|my wood.PNG",
        "file='t\\a.tiff'|t/a.tiff",
        "<image value=\"ö.jpg\"/>|ö.jpg",
        "tex(../up.tga)|../up.tga",
        "a.b.exr|a.b.exr",
        "[wood.png]|wood.png"
      })
  void whatIsThereIsFound(String text, String name) throws Exception {
    Set<String> lost = new LinkedHashSet<>();
    assertThat(named(text, lost)).containsExactly(document.resolveSibling(name).normalize());
    assertThat(lost).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "https://skerry.example/wood.png",
        "data:image/png;base64,AAAA",
        "wood.pngx",
        "wood.png.bak",
        "//server/share/wood.png",
        "nothing here"
      })
  void whatNamesNoFileOfTheJobIsLeftAside(String text) throws Exception {
    Set<String> lost = new LinkedHashSet<>();
    assertThat(named(text, lost)).isEmpty();
    assertThat(lost).isEmpty();
  }

  @Test
  void whatIsNotThereIsNamed() throws Exception {
    Set<String> lost = new LinkedHashSet<>();
    assertThat(named("\"far away/gone.png\" and <UDIM.1001.exr>", lost)).isEmpty();
    assertThat(lost).containsExactly("far away/gone.png", "UDIM.1001.exr");
  }

  @Test
  void megabytesWithoutABoundTakeNoLongerThanTheyAreLong() throws Exception {
    // Going back from every letter would take hours.
    Set<String> lost = new LinkedHashSet<>();
    named("A".repeat(12 << 20) + ".png", lost);
    assertThat(lost).isEmpty();
  }
}
