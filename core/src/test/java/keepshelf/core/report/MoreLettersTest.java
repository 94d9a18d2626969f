package keepshelf.core.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MoreLettersTest {
  private static final String OURS = "/keepshelf/core/fonts/HankenGrotesk-Regular.ttf";
  private static final String MONO = "/keepshelf/core/fonts/JetBrainsMono-Regular.ttf";

  @TempDir Path folder;

  private static InputStream shipped(String name) {
    return MoreLetters.class.getResourceAsStream(name);
  }

  @BeforeEach
  void fonts() throws Exception {
    Path deep = Files.createDirectories(folder.resolve("truetype/own"));
    try (InputStream in = shipped(MONO)) {
      Files.copy(in, deep.resolve("Own.ttf"));
    }
    Files.writeString(folder.resolve("Broken.ttf"), "this is no font");
    Files.writeString(folder.resolve("readme.txt"), "fonts");
  }

  @ParameterizedTest
  @CsvSource({"Łódź Ærø – “Söhne”, 0", "Ελλάδα, 5", "Иван Петров, 9", "灰色の石, 4", "'a\tb\nc', 0"})
  void whatIsMissingIsCountedOnce(String text, int missing) throws Exception {
    assertThat(MoreLetters.missing(text, shipped(OURS))).hasSize(missing);
  }

  @Test
  void theFontThatHasThemIsFoundAndBrokenOnesArePassedOver() throws Exception {
    StringBuilder signs = new StringBuilder();
    for (int c = 0xA1; c < 0x2600; c++) {
      signs.appendCodePoint(c);
    }
    Set<Integer> only = MoreLetters.missing(signs.toString(), shipped(OURS));
    only.removeAll(MoreLetters.missing(signs.toString(), shipped(MONO)));
    assertThat(only).as("signs that only the other font has").isNotEmpty();
    assertThat(MoreLetters.having(only, List.of(folder)))
        .contains(folder.resolve("truetype/own/Own.ttf"));
    Set<Integer> rare = Set.of(0x1F9F1, 0x13000);
    assertThat(MoreLetters.having(rare, List.of(folder, folder.resolve("gone")))).isEmpty();
  }

  @Test
  void aReportInOtherLettersCanBeReadOutOfThePdf() throws Exception {
    String name = "Мастерская Ивана";
    Assumptions.assumeTrue(
        MoreLetters.having(MoreLetters.missing(name, shipped(OURS)), MoreLetters.FOLDERS)
            .isPresent(),
        "this computer has no font with these letters");
    String page =
        "<html><head><style>body { font: 10pt 'Hanken Grotesk', 'More letters'; }</style></head>"
            + "<body><p>By "
            + name
            + ", Łódź</p></body></html>";
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PdfReport.write(page.getBytes(StandardCharsets.UTF_8), out);
    try (var pdf = Loader.loadPDF(out.toByteArray())) {
      assertThat(new PDFTextStripper().getText(pdf)).contains("By " + name + ", Łódź");
    }
  }
}
