package keepshelf.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.format.gltf.GltfWriter;
import keepshelf.core.format.mtl.MtlWriter;
import keepshelf.core.format.mtl.ObjWriter;
import keepshelf.core.format.template.TemplateWriter;
import keepshelf.core.format.usd.UsdWriter;
import org.junit.jupiter.api.Test;

/** The documents beside MaterialX, each against a golden file that was looked at. */
class WritersTest {
  private static SurfaceDocument kelp(List<Texture> textures, List<Value> values, double units) {
    return new SurfaceDocument(
        "Wet Kelp",
        "standard_surface",
        textures,
        Placement.of(0.5, 0.25),
        0.004 * units,
        0.5,
        values,
        units,
        SurfaceDocument.Opacity.CUT_OUT,
        SurfaceDocument.Covering.TILED);
  }

  private static void golden(String name, String text) throws IOException {
    Path golden = Path.of("src/test/resources/golden", name);
    if (Boolean.getBoolean("keepshelf.golden")) {
      Files.createDirectories(golden.getParent());
      Files.writeString(golden, text);
    }
    assertThat(text).isEqualTo(Files.readString(golden));
  }

  @Test
  void usd() throws Exception {
    String text =
        UsdWriter.write(
            Scene.sample(
                kelp(
                    List.of(
                        new Texture("diffuseColor", Use.COLOUR, "textures/c.png"),
                        new Texture("roughness", Use.GREY, "textures/r.<UDIM>.png"),
                        new Texture("normal", Use.NORMAL, "textures/n.png"),
                        new Texture("displacement", Use.DISPLACEMENT, "textures/h.png")),
                    List.of(new Value("useSpecularWorkflow", 0), new Value("metallic", 0)),
                    100)));
    golden("wet_kelp.usda", text.substring(0, text.indexOf("    def Mesh")));
    assertThat(text.chars().filter(c -> c == '{').count())
        .isEqualTo(text.chars().filter(c -> c == '}').count());
    assertThat(text).contains("rel material:binding = </Root/Wet_Kelp>");
  }

  @Test
  void gltf() throws Exception {
    byte[] json =
        GltfWriter.write(
            Scene.sample(
                kelp(
                    List.of(
                        new Texture("baseColorTexture", Use.COLOUR, "textures/my colour.png"),
                        new Texture("metallicRoughnessTexture", Use.PACKED, "textures/orm.png"),
                        new Texture("occlusionTexture", Use.GREY, "textures/orm.png"),
                        new Texture("normalTexture", Use.NORMAL, "textures/n.png"),
                        new Texture("emissiveTexture", Use.COLOUR, "textures/e.png")),
                    List.of(),
                    1)),
            "wet_kelp.bin");
    golden("wet_kelp.gltf", new String(json, StandardCharsets.UTF_8));
    // Two pictures of one file are one picture.
    assertThat(new String(json, StandardCharsets.UTF_8).split("\"uri\"")).hasSize(6);
  }

  @Test
  void mtl() throws Exception {
    SurfaceDocument d =
        kelp(
            List.of(
                new Texture("diffuse", Use.COLOUR, "textures/c.png"),
                new Texture("bump", Use.BUMP, "textures/b.png"),
                new Texture("displacement", Use.DISPLACEMENT, "textures/h.png")),
            List.of(),
            39.37007874);
    golden("wet_kelp.mtl", MtlWriter.write(Scene.sample(d)));
    String object = ObjWriter.write(Scene.sample(d), "wet_kelp.mtl");
    assertThat(object)
        .startsWith("# lengths are in units of 0.0254 m")
        .contains("mtllib wet_kelp.mtl", "usemtl Wet_Kelp");
    // A floor of one metre is 39.37 inches wide.
    assertThat(object).contains("v 19.68504 0.00000 19.68504");
  }

  @Test
  void templates() throws Exception {
    Map<String, Object> facts =
        Map.of("name", "Kelp & co", "maps", List.of(Map.of("file", "a.png"), Map.of("file", "b")));
    assertThat(
            TemplateWriter.write("{{name}}:{{#maps}} {{file}}{{/maps}}{{^gone}}!{{/gone}}", facts))
        .isEqualTo("Kelp & co: a.png b!");
    assertThatThrownBy(() -> TemplateWriter.write("{{#maps}}", facts))
        .isInstanceOf(IOException.class)
        .hasMessageContaining("template is broken");
  }

  @Test
  void numbersArePlain() {
    assertThat(Numbers.plain(1e-9)).isEqualTo("0");
    assertThat(Numbers.plain(0.1 + 0.2)).isEqualTo("0.3");
    assertThat(Numbers.plain(1_234_567)).isEqualTo("1234567");
    assertThat(Numbers.identifier("02 Größe")).isEqualTo("m_02_Gro_e");
  }
}
