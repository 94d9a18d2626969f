package keepshelf.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import keepshelf.core.format.SurfaceDocument.Covering;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.format.gltf.GltfFormat;
import keepshelf.core.format.materialx.MaterialXFormat;
import keepshelf.core.format.mtl.MtlFormat;
import keepshelf.core.format.template.TemplateFormat;
import keepshelf.core.format.usd.UsdFormat;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What each format can do, as profiles and plans rely on it. */
class FormatAbilitiesTest {
  static List<DocumentFormat> all() {
    return List.of(
        new MaterialXFormat(),
        new UsdFormat(),
        new GltfFormat(),
        new MtlFormat(),
        new TemplateFormat());
  }

  private static DocumentFormat of(String id) {
    return all().stream().filter(f -> f.id().equals(id)).findFirst().orElseThrow();
  }

  @ParameterizedTest
  @CsvSource({
    // Ending, package, shapes, three sides, hexagons, metres only, panels, turns
    "materialx-1.39, .mtlx, , false, true, true, false, false, ANY",
    "usd-preview, .usda, .usdz, true, false, false, false, true, SQUARES",
    "gltf-2.0, .gltf, .glb, true, false, false, true, true, SQUARES",
    "obj-mtl, .mtl, , true, false, false, false, false, NONE",
    "template, , , false, false, false, false, true, ANY"
  })
  void abilities(
      String id,
      String ending,
      String pack,
      boolean shapes,
      boolean triplanar,
      boolean hexagons,
      boolean metres,
      boolean panels,
      DocumentFormat.Turns turns) {
    DocumentFormat f = of(id);
    assertThat(f.ending()).isEqualTo(ending);
    assertThat(f.packageEnding()).isEqualTo(pack);
    assertThat(f.holdsShapes()).isEqualTo(shapes);
    assertThat(f.triplanar()).isEqualTo(triplanar);
    assertThat(f.hexTiles()).isEqualTo(hexagons);
    assertThat(f.metresOnly()).isEqualTo(metres);
    assertThat(f.panels()).isEqualTo(panels);
    assertThat(f.turns()).isEqualTo(turns);
  }

  @ParameterizedTest
  @MethodSource("all")
  void whatAFormatSaysItHasNotItRefuses(DocumentFormat f, @TempDir Path dir) {
    if (f.packageEnding() == null) {
      assertThatThrownBy(() -> f.pack(dir, List.of(), "a", dir.resolve("a.zip")))
          .isInstanceOf(UnsupportedOperationException.class);
    }
    String surface = f.surfaces().isEmpty() ? "any" : f.surfaces().getFirst();
    if (f.panels()) {
      assertThatThrownBy(() -> f.shining(surface, 10))
          .isInstanceOf(UnsupportedOperationException.class)
          .hasMessageContaining(f.id());
    } else {
      assertThat(f.shining(surface, 10)).extracting(Value::value).contains(10.0);
    }
    assertThat(f.environments()).contains("none");
  }

  private static Map<String, Double> usual(
      String id, String surface, Opacity opacity, String... pictures) {
    SurfaceValues v = new SurfaceValues(Set.of(pictures));
    of(id).usual(v, surface, opacity);
    return v.all().stream().collect(Collectors.toMap(Value::input, Value::value));
  }

  @ParameterizedTest
  @CsvSource({
    // Format | surface | picture | input | value or none
    "materialx-1.39, standard_surface, , base, 1",
    "materialx-1.39, open_pbr_surface, , base_weight, 1",
    "materialx-1.39, standard_surface, emission_color, emission, 1",
    "materialx-1.39, open_pbr_surface, emission_color, emission_luminance, 100",
    "materialx-1.39, standard_surface, , emission, ",
    "materialx-1.39, standard_surface, sheen_color, sheen, 1",
    "materialx-1.39, open_pbr_surface, fuzz_color, fuzz_weight, 1",
    "materialx-1.39, standard_surface, base_color, base_color, ",
    "materialx-1.39, standard_surface, specular_roughness, specular_roughness, ",
    "obj-mtl, mtl, diffuse, Kd, 1",
    "obj-mtl, mtl, , Ks, 0.04",
    "obj-mtl, mtl, , illum, 2",
    "usd-preview, UsdPreviewSurface, roughness, roughness, "
  })
  void inputsWithoutAPictureHaveTheirUsualNumbers(
      String id, String surface, String picture, String input, Double value) {
    Map<String, Double> v =
        picture == null
            ? usual(id, surface, Opacity.OPAQUE)
            : usual(id, surface, Opacity.OPAQUE, picture);
    assertThat(v.get(input)).isEqualTo(value);
  }

  @Test
  void aSurfaceThatIsCutOutHasAThreshold() {
    Map<String, Double> cut = usual("usd-preview", "UsdPreviewSurface", Opacity.CUT_OUT, "opacity");
    assertThat(cut.get("opacityThreshold")).isEqualTo(0.5);
    Map<String, Double> blended =
        usual("usd-preview", "UsdPreviewSurface", Opacity.BLENDED, "opacity");
    assertThat(blended.getOrDefault("opacityThreshold", 0.0)).isZero();
  }

  @ParameterizedTest
  @CsvSource({
    "materialx-1.39, standard_surface, specular_IOR, , coat, transmission",
    "materialx-1.39, open_pbr_surface, specular_ior, , coat_weight, transmission_weight",
    "usd-preview, UsdPreviewSurface, ior, , clearcoat, ",
    "gltf-2.0, pbrMetallicRoughness, ior, , clearcoatFactor, transmissionFactor",
    "obj-mtl, mtl, Ni, Ks, , "
  })
  void substanceHasItsInputs(
      String id, String surface, String ior, String reflectance, String coat, String transmission) {
    BodyInputs b = of(id).body(surface).orElseThrow();
    assertThat(b.ior()).isEqualTo(ior);
    assertThat(b.reflectance()).isEqualTo(reflectance);
    assertThat(b.coat()).isEqualTo(coat);
    assertThat(b.transmission()).isEqualTo(transmission);
    assertThat(b.names()).contains(ior).doesNotContainNull();
    assertThat(of("template").body(surface)).isEmpty();
  }

  private static Scene scene() {
    return Scene.sample(
        new SurfaceDocument(
            "Rope",
            "standard_surface",
            List.of(new Texture("diffuse", Use.COLOUR, "textures/c.png")),
            Placement.WHOLE,
            0,
            0.5,
            List.of(),
            1,
            Opacity.OPAQUE,
            Covering.TILED));
  }

  private static DocumentFormat.Sheet sheet() {
    return new DocumentFormat.Sheet(
        "rope", "kiln", () -> "{{name}}!", () -> Map.of("name", "Rope"));
  }

  @ParameterizedTest
  @CsvSource({
    "materialx-1.39, rope.mtlx",
    "usd-preview, rope.usda",
    "gltf-2.0, rope.gltf rope.bin",
    "obj-mtl, rope.mtl rope.obj",
    "template, rope.kiln"
  })
  void theDocumentComesFirst(String id, String files) throws Exception {
    Map<String, byte[]> out = of(id).write(scene(), sheet());
    assertThat(out.keySet()).containsExactly(files.split(" "));
    assertThat(out.values()).noneMatch(b -> b.length == 0);
  }

  @Test
  void onlyStagesHaveACompanion() throws Exception {
    assertThat(of("usd-preview").companions(scene(), "rope").keySet()).containsExactly("rope.mtlx");
    for (DocumentFormat f : all()) {
      if (!f.id().equals("usd-preview")) {
        assertThat(f.companions(scene(), "rope")).isEmpty();
      }
    }
  }

  @ParameterizedTest
  @CsvSource({"usd-preview, .usdz", "gltf-2.0, .glb"})
  void packagesHoldEverything(String id, String ending, @TempDir Path dir) throws Exception {
    DocumentFormat f = of(id);
    Files.createDirectories(dir.resolve("textures"));
    Files.writeString(dir.resolve("textures/c.png"), "a picture of a rope");
    List<String> names = new java.util.ArrayList<>();
    for (var e : f.write(scene(), sheet()).entrySet()) {
      Files.write(dir.resolve(e.getKey()), e.getValue());
      names.add(e.getKey());
    }
    names.add("textures/c.png");
    Path to = dir.resolve("rope" + ending);
    f.pack(dir, names, "rope", to);
    assertThat(Files.size(to)).isGreaterThan(Files.size(dir.resolve(names.getFirst())));
    String bytes = new String(Files.readAllBytes(to), java.nio.charset.StandardCharsets.ISO_8859_1);
    if (id.equals("usd-preview")) {
      assertThat(bytes).contains("a picture of a rope");
    }
  }

  @Test
  void numbersOfAPersonGoBeforeUsualOnes() {
    SurfaceValues v = new SurfaceValues(Set.of("roughness"));
    v.always("base", 1);
    v.otherwise("roughness", 0.5);
    v.otherwise("metallic", 0);
    v.where("roughness", "gain", 2);
    v.where("gone", "lost", 3);
    v.instead("base", 0.25);
    v.instead("roughness", 0.9);
    v.instead(null, 7);
    v.times("gain", 3);
    v.times(null, 3);
    Map<String, Double> all =
        v.all().stream().collect(Collectors.toMap(Value::input, Value::value));
    assertThat(all).containsEntry("base", 0.25).containsEntry("metallic", 0.0);
    assertThat(all).containsEntry("gain", 6.0).doesNotContainKeys("lost", "roughness");
    assertThat(v.hasPicture("roughness")).isTrue();
    assertThat(v.hasPicture("base")).isFalse();
  }
}
