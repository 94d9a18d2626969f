package keepshelf.core.recognise;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.model.MapRole;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What stands beside a word, a name or a set decides what it means. */
class NamesBesideOthersTest {
  private static Recognition recognise(List<String> paths) {
    return Recogniser.recognise("", paths.stream().map(SourceFile::named).toList());
  }

  @ParameterizedTest
  @CsvSource({
    "rust_leak_decal_01.png, decal",
    "poster_tide_table_decal.png, decal",
    "sticker_residue_overlay_01.jpg, overlay",
    "scratches_07.png, overlay",
    "lampglow_light_cookie_02.png, light-pattern",
    "leaves_lightcookie.jpg, light-pattern",
    "blinds_gobo.png, light-pattern",
    "harbour_dusk_hdri.jpg, environment",
    "light_oak.jpg, photo-texture",
    "12.jpg, photo-texture"
  })
  void theLastWordThatNamesAKindSaysIt(String name, String kind) {
    Recognition r = recognise(List.of("shell path/" + name));
    assertThat(r.items()).hasSize(1);
    assertThat(r.items().getFirst().kind().id()).isEqualTo(kind);
    assertThat(r.items().getFirst().key()).matches(".*[a-z].*");
  }

  @Test
  void setsOfTheSameNameInOtherArchivesAreOtherItems() {
    Recognition r =
        recognise(
            List.of(
                "quay.zip!/rope_1k_basecolor.png",
                "quay.zip!/rope_1k_normal.png",
                "hemp.zip!/rope_4k_basecolor.png",
                "hemp.zip!/rope_4k_normal.png",
                "sail_1K.zip!/sail_1k_basecolor.png",
                "sail_1K.zip!/sail_1k_normal.png",
                "sail_4K.zip!/sail_4k_basecolor.png",
                "sail_4K.zip!/sail_4k_normal.png"));
    assertThat(r.items()).extracting(i -> i.maps().size()).containsExactlyInAnyOrder(2, 2, 4);
  }

  @Test
  void aLetterMeansWhatItMeansInSetsThatAreNamedAlike() {
    Recognition r =
        recognise(
            List.of(
                "quay.zip!/mast/mast_D.png",
                "quay.zip!/mast/mast_N.png",
                "quay.zip!/mast/mast_O.png",
                "quay.zip!/mast/mast_AO.png",
                "quay.zip!/boom/boom_D.png",
                "quay.zip!/boom/boom_N.png",
                "quay.zip!/boom/boom_O.png",
                "shed.zip!/door_D.png",
                "shed.zip!/door_N.png",
                "shed.zip!/door_O.png",
                "loft.zip!/beam_albedo.png",
                "loft.zip!/beam_ao.png"));
    Map<String, MapRole> found = new LinkedHashMap<>();
    r.items().forEach(i -> i.maps().forEach(m -> found.put(m.file().name(), m.role())));
    assertThat(found)
        .containsEntry("mast_O.png", MapRole.OPACITY)
        .containsEntry("boom_O.png", MapRole.OPACITY)
        .containsEntry("door_O.png", MapRole.AMBIENT_OCCLUSION);
  }
}
