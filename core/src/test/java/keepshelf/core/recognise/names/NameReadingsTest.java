package keepshelf.core.recognise.names;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.names.RoleVocabulary.Sense;
import keepshelf.imaging.analyse.Handedness;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * In which ways names can be read, all of them: sets decide between them, so that one too many is
 * as wrong as one that is missing.
 */
class NameReadingsTest {
  /** {@code phrase>role>key>place}, with {@code '} behind the role of one that is too short. */
  private static List<String> readings(String name) {
    return NameReadings.of(NameParts.of(name), null, Map.of()).stream()
        .map(NameReadingsTest::written)
        .toList();
  }

  private static String written(NameReading r) {
    Sense s = r.senses().getFirst();
    String role = s.role().id();
    if (s.channels() != null) {
      role =
          s.channels().roles().entrySet().stream()
              .map(e -> e.getKey() + "=" + e.getValue().id())
              .collect(Collectors.joining("+"));
    }
    return r.phrase()
        + ">"
        + role
        + (r.single() ? "'" : "")
        + ">"
        + r.key()
        + ">"
        + String.format(Locale.ROOT, "%.2f", r.place());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // The place: at the end, in front, in the middle.
        "hull_rough          | rough>roughness>hull>1.00",
        "rough_hull          | rough>roughness>hull>0.82",
        "mask                | mask>mask>>1.00",
        "x_normal            | normal>normal>x>1.00",
        // Words that say nothing behind a role, and in front of all.
        "hull_rough_map      | rough>roughness>hull>1.00  roughmap>roughness>hull>1.00",
        "t_hull_rough        | rough>roughness>hull>1.00",
        "map_gloss           | gloss>gloss>>1.00",
        "map2_gloss          | gloss>gloss>map2>1.00",
        // A remark behind the role of every name of a set.
        "hull_rough_invert   | rough>roughness>hull_invert>0.74",
        "hull_roughness_dim  | roughness>roughness'>hull>0.60  roughness>roughness>hull_dim>0.74",
        "wall_diffuse_brick  | diffuse>base-colour'>wall>0.60  diffuse>base-colour>wall_brick>0.74",
        // What a mask is for.
        "hull_mask_rust      | mask>mask'>hull>0.90  mask>mask>hull_rust>0.74",
        "mask_rust           | mask>mask>rust>0.82",
        // One letter counts at the end or in front, and nowhere else.
        "hull_r              | r>roughness'>hull>1.00",
        "r_hull              | r>roughness'>hull>0.55",
        "hull_r_old          |",
        "s112                |",
        // Letters of something else are no phrase; a reflectance is.
        "hull_a_o            | o>ambient-occlusion'>hull_a>1.00",
        "hull_f0             | f0>specular>hull>1.00",
        // A colour that the word before makes say more.
        "ship_color          | color>base-colour>ship>1.00",
        "ship_base_color     | base>base-colour>ship_color>0.74  basecolor>base-colour>ship>1.00"
            + "  color>base-colour>ship_base>0.90",
        "shipBaseColor       | base>base-colour>ship_color>0.74  basecolor>base-colour>ship>1.00"
            + "  color>base-colour>ship_base>1.00",
        "emissive_color      | emissive>emission>color>0.82  emissivecolor>emission>>1.00"
            + "  color>base-colour>emissive>0.90",
        // Written against the name; a short one proves nothing alone.
        "brickdiffuse        | diffuse>base-colour>brick>0.85",
        "hullrough           | rough>roughness'>hull>0.60",
        "sheetmetal          | metal>metallic'>sheet>0.60",
        "masked_hull         |",
      })
  void wordsAreReadWhereverTheyStand(String name, String expected) {
    assertThat(readings(name)).containsExactlyInAnyOrderElementsOf(list(expected));
  }

  private static List<String> list(String expected) {
    return expected == null ? List.of() : Arrays.asList(expected.trim().split("\\s+"));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "hull_rough_metal    | roughmetal>r=roughness+g=metallic>hull>1.00",
        "rough_metal         | roughmetal>r=roughness+g=metallic>>1.00",
        "hull_metal_rough_dim | metalrough>g=roughness+b=metallic>hull_dim>0.74",
        "hull_metal_rough_x  | metalrough>g=roughness+b=metallic>hull_x>0.74"
            + "  metalroughx>g=roughness+b=metallic>hull>1.00",
        "hull_ao_rough_metal | aorough>r=ambient-occlusion+g=roughness>hull_metal>0.74"
            + "  aoroughmetal>r=ambient-occlusion+g=roughness+b=metallic>hull>1.00"
            + "  roughmetal>r=roughness+g=metallic>hull_ao>1.00"
            + "  aorough>r=ambient-occlusion+g=roughness>hull>0.97",
        // Four at the most: the fifth is of the name, or begins another four.
        "ao_rough_metal_opacity_height|"
            + " aorough>r=ambient-occlusion+g=roughness>metal_opacity_height>0.82 "
            + " aoroughmetal>r=ambient-occlusion+g=roughness+b=metallic>opacity_height>0.82 "
            + " aoroughmetalopacity>r=ambient-occlusion+g=roughness+b=metallic+a=opacity>height>0.82"
            + "  roughmetal>r=roughness+g=metallic>ao_opacity_height>0.74 "
            + " roughmetalopacity>r=roughness+g=metallic+b=opacity>ao_height>0.74 "
            + " roughmetalopacityheight>r=roughness+g=metallic+b=opacity+a=height>ao>1.00 "
            + " metalopacity>r=metallic+g=opacity>ao_rough_height>0.74 "
            + " metalopacityheight>r=metallic+g=opacity+b=height>ao_rough>1.00 "
            + " opacityheight>r=opacity+g=height>ao_rough_metal>1.00",
        // A role of two words, as a whole and by its second word.
        "hull_ambient_occlusion_rough"
            + "| ambientocclusionrough>r=ambient-occlusion+g=roughness>hull>1.00"
            + "  occlusionrough>r=ambient-occlusion+g=roughness>hull_ambient>1.00",
        // The same role twice, something between, and what is packed into no channel.
        "rough_rough_hull    |",
        "hull_ao_2_rough     |",
        "hull_rough_2k_metal |",
        "hull_rough_mask     |",
        "hull_height_bump    |",
        "hull_rough_normal   |",
        "hull_r_m            |",
      })
  void greyRolesInARowAreTheChannelsOfOneMap(String name, String expected) {
    assertThat(readings(name).stream().filter(r -> r.contains("=")))
        .containsExactlyInAnyOrderElementsOf(list(expected));
  }

  @ParameterizedTest
  @CsvSource({
    // A number that counts the files, in front.
    "03_hull_rough,               0.88",
    "1_hull_rough,                0.88",
    "123_hull_rough,              0",
    "1hull_rough,                 0",
    // A workflow, a variant, a remark or a year, behind.
    "hull_rough_pbr,              0.97",
    "hull_rough_final,            0.97",
    "hull_rough_2019,             0.97",
    "hull_rough_1819,             0",
    "hull_rough_alt3,             0.97",
    "hull_rough_variant,          0.97",
    "hull_rough_valley,           0",
    "hull_rough_copy_free,        0.97",
    "hull_rough_pbr_workflow,     0",
  })
  void whatMakersAddToEveryNameIsLeftOutOnceMore(String name, double place) {
    List<NameReading> all = NameReadings.of(NameParts.of(name), null, Map.of());
    assertThat(
            all.stream()
                .filter(r -> r.key().equals("hull") && !r.single() && r.place() < 1)
                .mapToDouble(NameReading::place)
                .max()
                .orElse(0))
        .isEqualTo(place);
    assertThat(all.stream().map(r -> r.senses().getFirst().role())).contains(MapRole.ROUGHNESS);
  }

  @ParameterizedTest
  @CsvSource({
    "normal,        UNKNOWN",
    "normalgl,      GL",
    "normaldx,      DX",
    "normaldirectx, DX",
    "rough,         UNKNOWN",
    "roughgl,       UNKNOWN",
  })
  void aRoleWordMaySayWhichWayAMapFaces(String phrase, Handedness faces) {
    assertThat(NameReadings.handednessOf(phrase)).isEqualTo(faces);
  }

  @Test
  void theWordOfAFolderHoldsForWhatIsInIt() {
    List<NameReading> all = NameReadings.of(NameParts.of("hull_02"), "normaldx", Map.of());
    assertThat(all).hasSize(1);
    NameReading r = all.getFirst();
    assertThat(r.source()).isEqualTo("folder");
    assertThat(r.key()).isEqualTo("hull_02");
    assertThat(r.place()).isEqualTo(0.8);
    assertThat(r.handedness()).isEqualTo(Handedness.DX);
    assertThat(r.senses().getFirst().role()).isEqualTo(MapRole.NORMAL);
  }

  @Test
  void whatAPersonSaidOfAWordComesFirst() {
    Map<String, Sense> habits = Map.of("sheen2", new Sense(MapRole.GLOSS, null, 1));
    List<NameReading> all = NameReadings.of(NameParts.of("hull_rough_grime"), null, habits);
    assertThat(all.getFirst().source()).isEqualTo("name");
    Map<String, Sense> said = Map.of("grime", new Sense(MapRole.GLOSS, null, 1));
    NameReading first = NameReadings.of(NameParts.of("hull_grime_2"), null, said).getFirst();
    assertThat(first.source()).isEqualTo("habit");
    assertThat(first.senses().getFirst().role()).isEqualTo(MapRole.GLOSS);
    assertThat(first.key()).isEqualTo("hull_2");
    assertThat(first.phrase()).isEqualTo("grime");
  }

  @ParameterizedTest
  @CsvSource({
    "hull_texture,     hull",
    "t_hull_map_image, hull",
    "texture,          texture",
    "map_maps,         maps",
    "hull_map_02,      hull_map_02",
  })
  void aNameWithoutARoleIsItsNamingWords(String name, String key) {
    assertThat(NameReadings.plainKey(NameParts.of(name))).isEqualTo(key);
  }
}
