package keepshelf.desktop;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.ResourceBundle;
import java.util.regex.Pattern;
import keepshelf.desktop.words.Words;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LookTest {
  private static Map<String, String> tokens(String selector) throws Exception {
    String css;
    try (var in = LookTest.class.getResourceAsStream("tokens.css")) {
      css = new String(in.readAllBytes(), StandardCharsets.UTF_8);
    }
    var block = Pattern.compile("(?m)^" + Pattern.quote(selector) + " \\{([^}]*)}").matcher(css);
    assertThat(block.find()).isTrue();
    Map<String, String> out = new HashMap<>();
    var m = Pattern.compile("-ks-([a-z0-9-]+): #([0-9A-F]{6})").matcher(block.group(1));
    while (m.find()) {
      out.put(m.group(1), m.group(2));
    }
    return out;
  }

  private static double luminance(String hex) {
    double[] weights = {0.2126, 0.7152, 0.0722};
    double sum = 0;
    for (int c = 0; c < 3; c++) {
      double v = Integer.parseInt(hex.substring(2 * c, 2 * c + 2), 16) / 255.0;
      sum += weights[c] * (v <= 0.04045 ? v / 12.92 : Math.pow((v + 0.055) / 1.055, 2.4));
    }
    return sum;
  }

  private static double contrast(String a, String b) {
    double x = luminance(a);
    double y = luminance(b);
    return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05);
  }

  @ParameterizedTest
  @ValueSource(strings = {".root", ".root.lamp"})
  void textCanBeReadOnEveryGround(String theme) throws Exception {
    Map<String, String> t = tokens(theme);
    for (String ground : new String[] {"ground", "board", "sheet", "raised"}) {
      for (String ink : new String[] {"ink", "ink-2"}) {
        assertThat(contrast(t.get(ink), t.get(ground)))
            .as("%s on %s", ink, ground)
            .isGreaterThanOrEqualTo(4.5);
      }
    }
    assertThat(contrast(t.get("on-spruce"), t.get("spruce"))).isGreaterThanOrEqualTo(4.5);
    for (String sign : new String[] {"moss", "ochre", "madder", "woad"}) {
      assertThat(contrast(t.get(sign), t.get("sheet"))).as(sign).isGreaterThanOrEqualTo(4.5);
    }
  }

  @Test
  void everyWordFillsIn() {
    ResourceBundle b = ResourceBundle.getBundle("keepshelf.desktop.words", java.util.Locale.ROOT);
    for (String k : b.keySet()) {
      assertThat(Words.of(k, 2, 3, 4)).as(k).isNotBlank().doesNotContain("{0");
    }
    assertThat(Words.of("arrivals.ready", 1, 0)).isEqualTo("1 item · ready");
    assertThat(Words.of("arrivals.ready", 3, 2)).isEqualTo("3 items · 2 questions");
    assertThat(Words.bytes(412_000_000)).isEqualTo("412 MB");
    assertThat(Words.bytes(120)).isEqualTo("1 kB");
  }

  @Test
  void settingsSurvive(@TempDir Path dir) {
    Path f = dir.resolve("deep/settings.properties");
    new Settings(f).put("theme", "lamp");
    assertThat(new Settings(f).get("theme", "day")).isEqualTo("lamp");
    assertThat(new Settings(f).number("width", 7)).isEqualTo(7);
  }

  @Test
  void modelsHoldNoNodesAndViewsNoFilesOrSql() {
    var classes =
        new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("keepshelf.desktop");
    noClasses()
        .that()
        .haveSimpleNameEndingWith("Model")
        .should()
        .dependOnClassesThat()
        .resideInAPackage("javafx.scene..")
        .check(classes);
    noClasses()
        .that()
        .haveSimpleNameEndingWith("View")
        .or()
        .haveSimpleNameEndingWith("Pane")
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage(
            "java.sql..",
            "keepshelf.core.store..",
            "keepshelf.core.archive..",
            "keepshelf.imaging.render..")
        .check(classes);
    noClasses()
        .that()
        .haveSimpleNameEndingWith("View")
        .or()
        .haveSimpleNameEndingWith("Pane")
        .should()
        .dependOnClassesThat()
        .haveNameMatching("keepshelf\\.imaging\\.io\\.Image(Decoder|Encoder|Probe)")
        .check(classes);
  }
}
