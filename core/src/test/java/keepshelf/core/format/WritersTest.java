package keepshelf.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

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
import keepshelf.core.format.template.TemplateWriter;
import keepshelf.core.format.usd.UsdWriter;
import org.junit.jupiter.api.Test;

/** The documents beside MaterialX, each against a golden file that was looked at. */
class WritersTest {
  private static SurfaceDocument kelp(List<Texture> textures, List<Value> values, double units) {
    return new SurfaceDocument(
        "Wet Kelp", textures, 0.5, 0, 0, 0, 0.004 * units, values, units, true);
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
            kelp(
                List.of(
                    new Texture("diffuseColor", Use.COLOUR, "textures/c.png"),
                    new Texture("roughness", Use.GREY, "textures/r.<UDIM>.png"),
                    new Texture("normal", Use.NORMAL, "textures/n.png"),
                    new Texture("displacement", Use.DISPLACEMENT, "textures/h.png")),
                List.of(new Value("useSpecularWorkflow", 0), new Value("metallic", 0)),
                100));
    golden("wet_kelp.usda", text.substring(0, text.indexOf("    def Mesh")));
    assertThat(text.chars().filter(c -> c == '{').count())
        .isEqualTo(text.chars().filter(c -> c == '}').count());
    assertThat(text).contains("rel material:binding = </Root/Wet_Kelp>");
  }

  @Test
  void gltf() throws Exception {
    byte[] json =
        GltfWriter.write(
            kelp(
                List.of(
                    new Texture("baseColorTexture", Use.COLOUR, "textures/my colour.png"),
                    new Texture("metallicRoughnessTexture", Use.PACKED, "textures/orm.png"),
                    new Texture("occlusionTexture", Use.GREY, "textures/orm.png"),
                    new Texture("normalTexture", Use.NORMAL, "textures/n.png"),
                    new Texture("emissiveTexture", Use.COLOUR, "textures/e.png")),
                List.of(),
                1),
            "wet_kelp.bin");
    golden("wet_kelp.gltf", new String(json, StandardCharsets.UTF_8));
    // Two pictures of one file are one picture.
    assertThat(new String(json, StandardCharsets.UTF_8).split("\"uri\"")).hasSize(6);
  }

  @Test
  void theSampleIsSoundGeometry() {
    PreviewMesh m = PreviewMesh.ballAndFloor();
    assertThat(GltfWriter.mesh()).hasSize(m.count() * 48 + m.triangles().length * 4);
    for (int i = 0; i < m.count(); i++) {
      double n = length(m.normals(), 3 * i);
      double t = length(m.tangents(), 4 * i);
      double dot = 0;
      for (int c = 0; c < 3; c++) {
        dot += m.normals()[3 * i + c] * m.tangents()[4 * i + c];
      }
      assertThat(n).isCloseTo(1, within(1e-5));
      assertThat(t).isCloseTo(1, within(1e-5));
      assertThat(dot).isCloseTo(0, within(1e-5));
    }
    int inward = 0;
    for (int i = 0; i < m.triangles().length; i += 3) {
      assertThat(m.triangles()[i]).isLessThan(m.count());
      inward += facesOut(m, i) ? 0 : 1;
    }
    assertThat(inward).isZero();
  }

  private static double length(float[] v, int at) {
    return Math.sqrt(v[at] * v[at] + v[at + 1] * v[at + 1] + v[at + 2] * v[at + 2]);
  }

  /** Whether a triangle's corners go round the way its normals point; flat ones at the poles do. */
  private static boolean facesOut(PreviewMesh m, int at) {
    int[] v = {m.triangles()[at] * 3, m.triangles()[at + 1] * 3, m.triangles()[at + 2] * 3};
    float[] p = m.positions();
    double[] a = new double[3];
    double[] b = new double[3];
    for (int c = 0; c < 3; c++) {
      a[c] = p[v[1] + c] - p[v[0] + c];
      b[c] = p[v[2] + c] - p[v[0] + c];
    }
    double[] cross = {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
    double dot = 0;
    for (int c = 0; c < 3; c++) {
      dot += cross[c] * (m.normals()[v[0] + c] + m.normals()[v[1] + c] + m.normals()[v[2] + c]);
    }
    return dot > -1e-9;
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
    golden("wet_kelp.mtl", MtlWriter.write(d));
    String object = MtlWriter.object(d, "wet_kelp.mtl");
    assertThat(object).startsWith("# a ball").contains("mtllib wet_kelp.mtl", "usemtl Wet_Kelp");
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
