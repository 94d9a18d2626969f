package keepshelf.core.install.profile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.json.Json;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.ShelfException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.node.ObjectNode;

/** A profile that a person wrote is read as it is meant, or it is said what is wrong with it. */
class ProfileCheckTest {
  private static final String USD =
      """
      {"schema": 1, "id": "slipway", "name": "Slipway", "format": "usd-preview",
       "surface": "UsdPreviewSurface", "workflow": "metal-rough", "handedness": "gl",
       "occlusion": "slot", "opacity": "slot",
       "slots": {"base-colour": {"input": "diffuseColor", "use": "colour"}},
       "fileFormats": ["png"], "unitsPerMetre": 1}
      """;

  private static ObjectNode usd() {
    return (ObjectNode) Json.mapper().readTree(USD);
  }

  private static String trouble(ObjectNode p) {
    try {
      HostProfile.parse(p.toString());
      return null;
    } catch (ShelfException e) {
      return e.getMessage();
    }
  }

  @Test
  void aShortProfileIsEnough() throws Exception {
    HostProfile p = HostProfile.parse(USD);
    assertThat(p.environment()).isEqualTo("dome");
    assertThat(p.shapes()).isEqualTo("inside");
    assertThat(p.upAxis()).isEqualTo("y");
    assertThat(p.projection()).isEqualTo("uv");
    assertThat(p.lightFormats()).containsExactly("exr", "hdr");
    assertThat(p.files()).isEqualTo(FileLayout.USUAL);
    assertThat(p.takes(MapRole.BASE_COLOUR)).isTrue();
    assertThat(p.takes(MapRole.ROUGHNESS)).isFalse();
    assertThat(p.documentName("kelp")).isEqualTo("kelp.usda");
    // What it is written as is read as the same again.
    assertThat(HostProfile.parse(p.text())).isEqualTo(p);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // Field | value as JSON | what is said
        "schema | 2 | “schema” is 2; this program knows 1",
        "id | null | “id” has to be lower-case letters",
        "id | \"Slip Way\" | “id” has to be lower-case letters",
        "id | \"../slipway\" | “id” has to be lower-case letters",
        "name | \"  \" | “name” is missing",
        "format | \"usd\" | “format” is “usd”; it can be gltf-2.0, materialx-1.39, obj-mtl",
        "format | null | “format” is “null”",
        "workflow | \"metal\" | “workflow” is “metal”; it can be metal-rough, spec-gloss",
        "handedness | \"left\" | it can be dx, gl",
        "occlusion | \"yes\" | it can be into-colour, leave-out, slot",
        "opacity | \"alpha\" | it can be alpha-of-colour, leave-out, slot",
        "environment | \"lamp\" | it can be dome, none, sun-and-sky",
        "environment | \"sun-and-sky\" | for the format usd-preview it can be",
        "shapes | \"outside\" | it can be beside, inside, none",
        "upAxis | \"x\" | it can be y, z",
        "projection | \"cube\" | it can be triplanar, uv",
        "unitsPerMetre | 0 | “unitsPerMetre” has to be above 0",
        "unitsPerMetre | -1 | “unitsPerMetre” has to be above 0",
        "reader | \"java.lang.Runtime\" | none of the simulated hosts' readers",
        "reader | \"keepshelf.standins.\" | none of the simulated hosts' readers",
        "template | \"../secret\" | the name of a file beside the profile",
        "template | \"..\" | the name of a file beside the profile",
        "template | \"C:secret\" | the name of a file beside the profile",
        "slots | {} | “slots” is empty, so nothing could be installed",
        "slots | {\"wetness\": {\"input\": \"wet\", \"use\": \"grey\"}} | names the role “wetness”",
        "slots | {\"roughness\": {\"use\": \"grey\"}} | gives “roughness” no input or no use",
        "slots | {\"roughness\": {\"input\": \"r\"}} | gives “roughness” no input or no use",
        "slots | {\"roughness\": null} | gives “roughness” no input or no use",
        "packing | [{\"input\":\"p\",\"channels\":{\"x\":{\"role\":\"roughness\"}}}] | there are r,"
            + " g, b",
        "packing | [{\"input\":\"p\",\"channels\":{\"r\":{\"role\":\"dirt\"}}}] | names the role"
            + " “dirt”",
        "fileFormats | [] | “fileFormats” is empty",
        "fileFormats | [\"png\", \"doc\"] | names “doc”, which is no picture format",
        "fileFormats | [\"jpeg\"] | conversions are written as png or tiff",
        "lightFormats | [\"exr\", \"doc\"] | names “doc”, which is no picture format",
        "lightFormats | [\"png\"] | has to begin with exr or hdr",
        "files | {\"placement\": \"move\"} | it can be copy, link",
        "files | {\"paths\": \"short\"} | it can be absolute, relative",
        "files | {\"letters\": \"upper\"} | it can be keep, lower",
        "files | {\"longest\": 5} | it can be 8 to 120",
        "files | {\"longest\": 500} | it can be 8 to 120",
        "files | {\"textures\": \"a/b\"} | has to be letters, digits, hyphens, underscores",
        "files | {\"folder\": \"/{item}\"} | it is made of letters, digits, /",
        "files | {\"folder\": \"../{item}\"} | it is made of letters, digits, /",
        "files | {\"folder\": \"{vendor}\"} | it is made of letters, digits, /",
        "colourSpace | \"aces\" | there is no field “colourSpace”",
        "maxSide | \"large\" | line"
      })
  void whatIsWrongIsSaidByTheNameOfItsField(String field, String json, String said) {
    ObjectNode p = usd();
    p.set(field, Json.mapper().readTree(json));
    assertThat(trouble(p)).startsWith("The host profile cannot be used: ").contains(said);
  }

  @Test
  void aFormatWithSeveralSurfacesIsToldWhichOne() {
    ObjectNode p = usd();
    p.put("format", "materialx-1.39").put("surface", "clay");
    assertThat(trouble(p)).contains("“surface” is “clay”", "open_pbr_surface", "standard_surface");
    p.put("surface", "standard_surface");
    assertThat(trouble(p)).isNull();
  }

  @Test
  void brokenTextIsToldByItsLine() {
    assertThatThrownBy(() -> HostProfile.parse("{\n  \"schema\": 1,\n  oops\n}"))
        .isInstanceOf(ShelfException.class)
        .hasMessageContaining("line 3");
    assertThatThrownBy(() -> HostProfile.parse("")).isInstanceOf(ShelfException.class);
    assertThatThrownBy(() -> HostProfile.parse("[]")).isInstanceOf(ShelfException.class);
    assertThatThrownBy(() -> HostProfile.parse("null")).isInstanceOf(Exception.class);
  }

  @ParameterizedTest
  @CsvSource({
    // Whole paths in a package would lead out of it.
    "usd-preview, true, absolute, false",
    "usd-preview, true, relative, true",
    "usd-preview, false, absolute, true",
    "obj-mtl, true, relative, false"
  })
  void aPackageHoldsItsPicturesItself(String format, boolean pack, String paths, boolean fine) {
    ObjectNode p = usd();
    p.put("format", format);
    p.put("surface", format.equals("obj-mtl") ? "mtl" : "UsdPreviewSurface");
    p.put("package", pack);
    p.putObject("files").put("paths", paths);
    assertThat(trouble(p) == null).as(trouble(p)).isEqualTo(fine);
  }

  @ParameterizedTest
  @CsvSource({"z, 1, false", "y, 100, false", "y, 1, true"})
  void aFormatOfMetresOnlyTakesNothingElse(String up, double units, boolean fine) {
    ObjectNode p = usd();
    p.put("format", "gltf-2.0").put("surface", "pbrMetallicRoughness");
    p.put("upAxis", up).put("unitsPerMetre", units);
    assertThat(trouble(p) == null).as(trouble(p)).isEqualTo(fine);
  }

  @Test
  void aTemplateHasToLieBesideItsProfile(@TempDir Path dir) throws Exception {
    ObjectNode p = usd();
    p.put("format", "template").put("surface", "own").put("extension", "clay");
    Path file = dir.resolve("clay.json");
    Files.writeString(file, p.toString());
    assertThatThrownBy(() -> HostProfile.named(file.toString()))
        .hasMessageContaining("“template” and “extension” are needed");
    p.put("template", "clay.template");
    Files.writeString(file, p.toString());
    assertThatThrownBy(() -> HostProfile.named(file.toString()))
        .hasMessageContaining(dir.resolve("clay.template") + " is not there");
    Files.writeString(dir.resolve("clay.template"), "surface {{name}}");
    HostProfile read = HostProfile.named(file.toString()).orElseThrow();
    assertThat(read.documentName("kelp")).isEqualTo("kelp.clay");
    assertThat(read.templateText(file.toString())).isEqualTo("surface {{name}}");
    assertThatThrownBy(() -> HostProfile.named(dir.resolve("none.json").toString()))
        .hasMessageContaining("none.json cannot be used: it cannot be read");
    assertThat(HostProfile.find(dir.resolve("none.json").toString())).isEmpty();
    assertThat(HostProfile.find("none")).isEmpty();
  }

  static List<HostProfile> shipped() {
    return HostProfile.shipped();
  }

  @ParameterizedTest
  @MethodSource("shipped")
  void theShippedOnesPassTheCheckThatOnesOwnPass(HostProfile p) throws Exception {
    assertThat(ProfileCheck.trouble(p)).isEmpty();
    assertThat(HostProfile.find(p.id())).containsSame(p);
    assertThat(HostProfile.parse(p.text())).isEqualTo(p);
  }
}
