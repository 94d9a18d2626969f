package keepshelf.core.recognise.names;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import keepshelf.core.model.MapRole;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.recognise.names.RoleVocabulary.Sense;
import keepshelf.imaging.analyse.Handedness;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What words can mean, how names are read, and what a correction teaches. */
class WordsOfRolesTest {
  private static MapRole first(String word) {
    List<Sense> s = RoleVocabulary.senses(word);
    return s.isEmpty() ? null : s.getFirst().role();
  }

  @ParameterizedTest
  @CsvSource({
    "diffuse, BASE_COLOUR",
    "albedo, BASE_COLOUR",
    "basecolor, BASE_COLOUR",
    "roughness, ROUGHNESS",
    "gloss, GLOSS",
    "smoothness, GLOSS",
    "metallic, METALLIC",
    "normal, NORMAL",
    "nrm, NORMAL",
    "height, HEIGHT",
    "displacement, HEIGHT",
    "bump, BUMP",
    "ao, AMBIENT_OCCLUSION",
    "occlusion, AMBIENT_OCCLUSION",
    "opacity, OPACITY",
    "emissive, EMISSION",
    "orm, PACKED",
    "thickness, THICKNESS",
    "rope,",
    "'',"
  })
  void usualWordsHaveTheirRole(String word, MapRole role) {
    assertThat(first(word)).isEqualTo(role);
  }

  @ParameterizedTest
  @CsvSource({
    // Three or four letters in any order that say a packed picture
    "orm, R occlusion; G roughness; B metallic",
    "rma, R roughness; G metallic; B occlusion",
    "mra, R metallic; G roughness; B occlusion",
    "arm, R occlusion; G roughness; B metallic",
    "hmro, R height; G metallic; B roughness; A occlusion",
    "osm, R occlusion; G gloss; B metallic"
  })
  void lettersInARowAreChannels(String word, String channels) {
    Sense s =
        RoleVocabulary.senses(word).stream()
            .filter(x -> x.channels() != null)
            .findFirst()
            .orElseThrow();
    assertThat(s.channels().inWords().text()).isEqualTo(channels.replace(';', ','));
  }

  @ParameterizedTest
  @ValueSource(strings = {"omm", "oo", "mmr", "omh"})
  void lettersThatRepeatOrSayNoRoughnessAreNone(String word) {
    assertThat(RoleVocabulary.senses(word)).noneMatch(s -> s.channels() != null);
  }

  @ParameterizedTest
  @CsvSource({
    "nomral, NORMAL",
    "roughnesss, ROUGHNESS",
    "displacememt, HEIGHT",
    "metallix, METALLIC",
    "rooughness, ROUGHNESS",
    "normol, NORMAL",
    // Too short, or two slips, or a word itself
    "norml,",
    "nurmol,",
    "rugnes,",
    "roughness,",
    "nom3al,",
    "completelyotherwordthatislong,"
  })
  void oneSlipOfThePenIsForgivenInLongWords(String word, MapRole role) {
    List<Sense> s = RoleVocabulary.slipped(word);
    assertThat(s.isEmpty() ? null : s.getFirst().role()).isEqualTo(role);
    if (role != null) {
      assertThat(s.getFirst().weight())
          .isLessThan(
              RoleVocabulary.senses(role == MapRole.HEIGHT ? "displacement" : role.id())
                  .getFirst()
                  .weight());
    }
  }

  @ParameterizedTest
  @CsvSource({
    "brickdiffuse, diffuse",
    "brickroughness, roughness",
    "bricknormal, normal",
    "brickao, ao",
    "brnao, ao",
    "brao,",
    "diffuse,",
    "brick,",
    "xxnormal,"
  })
  void rolesAgainstANameAreFoundAtItsEnd(String word, String tail) {
    assertThat(RoleVocabulary.glued(word)).isEqualTo(tail);
  }

  /** Role, place and key of each way to read a name, the surest first. */
  private static String readings(String name, String folder) {
    return NameReadings.of(NameParts.of(name), folder, Map.of()).stream()
        .sorted((a, b) -> Double.compare(b.place(), a.place()))
        .map(r -> r.senses().getFirst().role().id() + "@" + r.place() + "=" + r.key())
        .distinct()
        .collect(Collectors.joining(" "));
  }

  @ParameterizedTest
  @CsvSource({
    "tarred_rope_diffuse, base-colour@1.0=tarred_rope",
    "diffuse_tarred_rope, base-colour@0.82=tarred_rope",
    "tarred_diffuse_rope, base-colour@0.74=tarred_rope",
    "tarred_rope_normal_map, normal@1.0=tarred_rope",
    "T_tarred_rope_n, normal@1.0=tarred_rope",
    "rope_roughness_texture_4k, roughness@1.0=rope"
  })
  void whereAWordStandsSaysHowSureItIs(String name, String surest) {
    assertThat(readings(name, null)).startsWith(surest);
  }

  @ParameterizedTest
  @CsvSource({"tarred_rope, ''", "n_rope_wet_x, ''", "s112_wet, ''"})
  void lettersInsideNamesAreNoRoles(String name, String none) {
    assertThat(
            NameReadings.of(NameParts.of(name), null, Map.of()).stream()
                .filter(r -> r.place() >= 0.74))
        .as(none)
        .isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "hull_mask_rust, mask@0.9=hull", "wall_roughness_inverted_final, roughness",
    "02_rope_diffuse, base-colour@0.88=rope", "rope_diffuse_metalness, base-colour@0.97=rope",
    "rope_diffuse_final, base-colour@0.97=rope", "rope_diffuse_var2, base-colour@0.97=rope",
    "rope_diffuse_2021, base-colour@0.97=rope"
  })
  void whatIsAddedToEveryNameIsReadWithoutIt(String name, String reading) {
    assertThat(readings(name, null)).contains(reading);
  }

  @ParameterizedTest
  @CsvSource({
    "rope_AO_Rough_Metal, R occlusion; G roughness; B metallic",
    "rope_Metallic_Smoothness, R metallic; A gloss",
    "rope_ao_ao, ",
    "rope_ao_diffuse, ",
    "rope_mask_bump, "
  })
  void greyRolesInARowAreChannels(String name, String channels) {
    List<String> packed =
        NameReadings.of(NameParts.of(name), null, Map.of()).stream()
            .map(r -> r.senses().getFirst())
            .filter(s -> s.channels() != null)
            .map(s -> s.channels().inWords().text().replace(',', ';'))
            .toList();
    if (channels == null) {
      assertThat(packed).isEmpty();
    } else {
      assertThat(packed).contains(channels);
    }
  }

  @Test
  void aFolderThatIsNamedLikeARoleSaysIt() {
    assertThat(readings("tarred_rope", "roughness")).isEqualTo("roughness@0.8=tarred_rope");
  }

  @Test
  void whatAPersonSaidAboutAWordGoesFirst() {
    Map<String, Sense> habits = Map.of("xyz", new Sense(MapRole.HEIGHT, null, 1));
    assertThat(NameReadings.of(NameParts.of("rope_xyz"), null, habits))
        .anyMatch(r ->
            r.source().equals("habit")
                && r.key().equals("rope")
                && r.senses().getFirst().role() == MapRole.HEIGHT);
  }

  @ParameterizedTest
  @CsvSource({
    "normalgl, GL",
    "nrmdx, DX",
    "normaldirectx, DX",
    "normal, UNKNOWN",
    "roughness, UNKNOWN",
    "smudgl, UNKNOWN"
  })
  void phrasesSayHowNormalsFace(String phrase, Handedness h) {
    assertThat(NameReadings.handednessOf(phrase)).isEqualTo(h);
  }

  @ParameterizedTest
  @CsvSource({
    // Source | file | item | corrected to | the word that is learnt
    "Pebblejar, rope_xyz.png, rope, HEIGHT, xyz",
    "Pebblejar, rope_wet_xyz_2k.png, rope, HEIGHT, xyz",
    "Pebblejar, rope_diffuse.png, rope, BASE_COLOUR, ",
    "Pebblejar, rope_diffuse.png, rope, MASK, diffuse",
    "Pebblejar, rope.png, rope, HEIGHT, ",
    "Pebblejar, rope_x.png, rope, HEIGHT, ",
    "Pebblejar, rope_12.png, rope, HEIGHT, ",
    "' ', rope_xyz.png, rope, HEIGHT, ",
    ", rope_xyz.png, rope, HEIGHT, "
  })
  void aCorrectionTeachesTheLastWordThatIsNotTheName(
      String source, String file, String key, MapRole role, String word) {
    Optional<NamingHabit> h = NamingHabit.learn(source, SourceFile.named(file), key, role);
    assertThat(h.map(NamingHabit::word).orElse(null)).isEqualTo(word);
    h.ifPresent(x -> assertThat(x.role()).isEqualTo(role));
  }

  private static SourceFile file(String path, long size) {
    SourceFile f = SourceFile.named(path);
    return new SourceFile(path, f.parts(), size, null, null, null, null);
  }

  @ParameterizedTest
  @CsvSource({
    "rope/info.txt, 5, DOCUMENT",
    "rope/LICENSE, 5, DOCUMENT",
    "rope/readme.PDF, 5, DOCUMENT",
    "__MACOSX/rope/._a.png, 5, JUNK",
    "rope/Thumbs.db, 5, JUNK",
    "rope/.DS_Store, 5, JUNK",
    "rope/a.png.crdownload, 5, JUNK",
    "rope/a.png~, 5, JUNK",
    "rope/~$a.doc, 5, JUNK",
    ".git/a.png, 5, JUNK",
    "rope/a.blob, 0, JUNK",
    "rope/a.mtlx, 5, MATERIAL_DOCUMENT",
    "rope/a.usda, 5, MATERIAL_DOCUMENT",
    "rope/a.obj, 5, SCENE",
    "rope/a.fbx, 5, SCENE",
    "rope/rope_scene.abcd, 5, SCENE",
    "rope/materials/a.abcd, 5, SCENE",
    "rope/my shaders/a.abcd, 5, SCENE",
    "rope/a.abcd, 5, OTHER",
    "rope/scene, 5, OTHER",
    "rope/scene.averylongending, 5, OTHER",
    "rope/a.png, 5, UNKNOWN_IMAGE"
  })
  void filesThatAreNoMapsAreSorted(String path, long size, LooseFile.Sort sort) {
    LooseFile l = FileSorter.sort(file(path, size)).orElseThrow();
    assertThat(l.sort()).isEqualTo(sort);
    assertThat(l.reason()).isNotBlank();
  }

  @Test
  void picturesAreLeftForTheirNames() {
    assertThat(FileSorter.sort(SourceFile.named("rope/rope_diffuse.png"))).isEmpty();
    SourceFile broken =
        new SourceFile("a.png", List.of("a.png"), 9, null, null, "its header is cut off", null);
    assertThat(FileSorter.sort(broken).orElseThrow().reason()).contains("its header is cut off");
  }
}
