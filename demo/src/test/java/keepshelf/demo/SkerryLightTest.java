package keepshelf.demo;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.importer.ClassFileImporter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import keepshelf.demo.texture.MapSet;
import keepshelf.demo.texture.Recipe;
import keepshelf.imaging.analyse.Handedness;
import keepshelf.imaging.analyse.HandednessTest;
import keepshelf.imaging.analyse.PixelCharacter;
import keepshelf.imaging.pixel.Pixels;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class SkerryLightTest {
  @TempDir Path dir;

  @ParameterizedTest
  @EnumSource(Recipe.class)
  void mapsTileAndBelongTogether(Recipe recipe) {
    MapSet m = new MapSet(recipe, 128);
    Pixels height = m.height16();
    double seam = 0;
    double inside = 0;
    for (int y = 0; y < 128; y++) {
      seam += Math.abs(height.value(0, y, 0) - height.value(127, y, 0));
      for (int x = 1; x < 128; x++) {
        inside = Math.max(inside, Math.abs(height.value(x, y, 0) - height.value(x - 1, y, 0)));
      }
    }
    // Across the border it may not jump more than the sharpest edge inside, on average.
    assertThat(seam / 128).isLessThanOrEqualTo(inside);
    assertThat(PixelCharacter.of(m.normal8(true))).isEqualTo(PixelCharacter.NORMAL);
    for (int i = 0; i < 128 * 128; i++) {
      assertThat(m.gloss().level(i) + m.roughness().level(i)).isBetween(254, 256);
      if (i > 400) {
        break;
      }
    }
    var said = HandednessTest.withHeight(m.normal8(false), height).handedness();
    assertThat(said).isNotEqualTo(Handedness.GL);
  }

  @Test
  void theSameBytesComeOutEachTimeAndOnlyWhatIsMissingIsMade() throws Exception {
    Set<String> some = Set.of("Pebblejar_Weaves.zip", "Pebblejar_Weaves (1).zip");
    SkerryLight.write(dir.resolve("a"), some);
    SkerryLight.write(dir.resolve("b"), some);
    Path a = dir.resolve("a/Pebblejar_Weaves.zip");
    assertThat(Files.mismatch(a, dir.resolve("b/Pebblejar_Weaves.zip"))).isEqualTo(-1);
    assertThat(Files.mismatch(a, dir.resolve("a/Pebblejar_Weaves (1).zip"))).isEqualTo(-1);
    var before = Files.getLastModifiedTime(a);
    SkerryLight.write(dir.resolve("a"), some);
    assertThat(Files.getLastModifiedTime(a)).isEqualTo(before);
    try (var all = Files.list(dir.resolve("a"))) {
      assertThat(all).hasSize(2);
    }
  }

  @Test
  void theGeneratorKnowsNothingOfTheShelf() {
    noClasses()
        .should()
        .dependOnClassesThat()
        .resideInAnyPackage("keepshelf.core..", "javafx..")
        .check(new ClassFileImporter().importPackages("keepshelf.demo"));
  }
}
