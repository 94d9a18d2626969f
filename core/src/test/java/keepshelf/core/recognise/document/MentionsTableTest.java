package keepshelf.core.recognise.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.SourceFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What documents say about pictures, statement by statement, as writers really put it. */
class MentionsTableTest {
  @TempDir Path dir;
  private final List<Problem> problems = new ArrayList<>();

  private DocumentFacts read(String name, byte[] document, String... pictures) throws Exception {
    Path doc = Files.write(dir.resolve(name), document);
    List<SourceFile> files = new ArrayList<>();
    files.add(new SourceFile(name, List.of(name), document.length, doc, null, null, null));
    for (String p : pictures) {
      files.add(new SourceFile(p, List.of(p.split("/")), 1, null, null, null, null));
    }
    return MaterialDocuments.read(files, problems);
  }

  private DocumentFacts read(String name, String document, String... pictures) throws Exception {
    return read(name, document.getBytes(StandardCharsets.UTF_8), pictures);
  }

  private static MapRole role(DocumentFacts f, String picture) {
    return f.mentions().containsKey(picture) ? f.mentions().get(picture).role() : null;
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "map_Kd a.png | BASE_COLOUR",
        "map_Ks a.png | SPECULAR",
        "map_Ns a.png | GLOSS",
        "map_Ke a.png | EMISSION",
        "map_d a.png | OPACITY",
        "bump a.png | BUMP",
        "map_Bump a.png | BUMP",
        "MAP_BUMP a.png | BUMP",
        "disp a.png | HEIGHT",
        "norm a.png | NORMAL",
        "map_Pr a.png | ROUGHNESS",
        "map_Pm a.png | METALLIC",
        "map_Ps a.png | SHEEN",
        "map_Bump -bm 0.4 a.png | BUMP",
        "map_Kd -s 4 4 1 a.png | BASE_COLOUR",
        "map_Kd -s 4 a.png | BASE_COLOUR",
        "map_Kd -o 0.5 0.5 0 -s 4 4 1 a.png | BASE_COLOUR",
        "map_Kd -clamp on -blendu off a.png | BASE_COLOUR",
        "disp -mm 0 0.02 a.png | HEIGHT",
        "map_d -imfchan l a.png | OPACITY",
        "map_Kd .\\a.png | BASE_COLOUR",
        "map_Kd C:\\work\\a.png | BASE_COLOUR",
        "map_Kd /srv/work/a.png | BASE_COLOUR",
        "map_Ka a.png | ",
        "refl a.png | ",
        "map_Kd | ",
        "# map_Kd a.png | ",
        "map_Kd -s 4 4 1 | "
      })
  void statementsOfALibrary(String line, MapRole role) throws Exception {
    DocumentFacts f = read("kelp.mtl", "newmtl Kelp\nKd 1 1 1\n" + line + "\n", "a.png");
    assertThat(role(f, "a.png")).isEqualTo(role);
    assertThat(problems).isEmpty();
  }

  @Test
  void namesOfPicturesMayHoldSpacesAndLieInFolders() throws Exception {
    String text = "newmtl wet kelp\r\nmap_Kd -s 2 2 2 maps/my wet kelp.png\r\n";
    DocumentFacts f = read("kelp.mtl", text, "maps/my wet kelp.png");
    assertThat(f.mentions().get("maps/my wet kelp.png").material()).isEqualTo("wet kelp");
  }

  @Test
  void aLineWithoutEndIsPassedOver() throws Exception {
    String text = "newmtl k\nmap_Kd " + "x ".repeat(100_000) + "\nmap_Pr a.png\n";
    assertThat(role(read("kelp.mtl", text, "a.png"), "a.png")).isEqualTo(MapRole.ROUGHNESS);
  }

  private static String gltf(String material) {
    return """
    {"asset":{"version":"2.0"},"images":[{"uri":"a.png"},{"uri":"b.png"}],
     "textures":[{"source":0},{"source":1}],"materials":[{"name":"Kelp",%s}]}
    """
        .formatted(material);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"pbrMetallicRoughness\":{\"baseColorTexture\":{\"index\":0}} | BASE_COLOUR",
        "\"pbrMetallicRoughness\":{\"metallicRoughnessTexture\":{\"index\":0}} | PACKED",
        "\"normalTexture\":{\"index\":0,\"scale\":2} | NORMAL",
        "\"emissiveTexture\":{\"index\":0} | EMISSION",
        "\"extensions\":{\"KHR_materials_sheen\":{\"sheenColorTexture\":{\"index\":0}}} | SHEEN",
        "\"extensions\":{\"KHR_materials_specular\":{\"specularColorTexture\":{\"index\":0}}} |"
            + " SPECULAR",
        "\"extensions\":{\"KHR_materials_pbrSpecularGlossiness\":{\"diffuseTexture\":{\"index\":0}}}"
            + " | BASE_COLOUR",
        "\"normalTexture\":{\"index\":7} | ",
        "\"normalTexture\":{\"index\":-1} | ",
        "\"normalTexture\":{} | ",
        "\"normalTexture\":5 | ",
        "\"doubleSided\":true | "
      })
  void texturesOfAMaterial(String material, MapRole role) throws Exception {
    DocumentFacts f = read("kelp.gltf", gltf(material), "a.png", "b.png");
    assertThat(role(f, "a.png")).isEqualTo(role);
    assertThat(role(f, "b.png")).isNull();
  }

  @Test
  void onePictureForSeveralChannelsIsPacked() throws Exception {
    DocumentFacts f =
        read(
            "kelp.gltf",
            gltf(
                "\"occlusionTexture\":{\"index\":0},\"pbrMetallicRoughness\":"
                    + "{\"metallicRoughnessTexture\":{\"index\":0}}"),
            "a.png");
    Mention m = f.mentions().get("a.png");
    assertThat(m.role()).isEqualTo(MapRole.PACKED);
    assertThat(m.channels().inWords().text()).isEqualTo("R occlusion, G roughness, B metallic");
    assertThat(m.document()).isEqualTo("kelp.gltf");
  }

  private static byte[] binary(String json, int length, int kind) {
    byte[] text = json.getBytes(StandardCharsets.UTF_8);
    ByteBuffer b = ByteBuffer.allocate(20 + text.length).order(ByteOrder.LITTLE_ENDIAN);
    b.putInt(0x46546C67).putInt(2).putInt(20 + text.length).putInt(length).putInt(kind).put(text);
    return b.array();
  }

  @Test
  void binaryDocumentsAreReadAndBrokenOnesNamed() throws Exception {
    String json = gltf("\"normalTexture\":{\"index\":0}");
    int length = json.getBytes(StandardCharsets.UTF_8).length;
    assertThat(role(read("k.glb", binary(json, length, 0x4E4F534A), "a.png"), "a.png"))
        .isEqualTo(MapRole.NORMAL);
    assertThat(problems).isEmpty();
    for (int[] broken :
        new int[][] {{length + 1, 0x4E4F534A}, {-1, 0x4E4F534A}, {length, 0x004E4942}}) {
      problems.clear();
      read("k.glb", binary(json, broken[0], broken[1]), "a.png");
      assertThat(problems).extracting(Problem::code).containsExactly("unreadable-document");
      assertThat(problems.getFirst().message()).contains("k.glb", "kept with the pack");
    }
  }

  private static String usd(String connection, String file) {
    return """
    #usda 1.0
    def Material "Kelp" {
        token outputs:surface.connect = </Kelp/S.outputs:surface>
        def Shader "S" (
            doc = "by hand"
        ) {
            uniform token info:id = "UsdPreviewSurface"
            %s
        }
        def Shader "T" {
            uniform token info:id = "UsdUVTexture"
            asset inputs:file = @%s@
            float outputs:r
        }
    }
    """
        .formatted(connection, file);
  }

  @ParameterizedTest
  @CsvSource({
    "color3f inputs:diffuseColor.connect = </Kelp/T.outputs:rgb>, BASE_COLOUR",
    "float inputs:roughness.connect = </Kelp/T.outputs:r>, PACKED",
    "float inputs:displacement.connect=</Kelp/T.outputs:r>, PACKED",
    "normal3f inputs:normal.connect = </Kelp/T.outputs:rgb>, NORMAL",
    "float inputs:opacity.connect = </Kelp/T.outputs:a>, PACKED",
    "float inputs:unheard.connect = </Kelp/T.outputs:r>,",
    "float inputs:roughness = 0.4,",
    "float inputs:roughness.connect = </Kelp/Other.outputs:r>,"
  })
  void connectionsOfAPreviewSurface(String line, MapRole role) throws Exception {
    DocumentFacts f = read("k.usda", usd(line, "./maps/a.png"), "maps/a.png");
    MapRole found = role(f, "maps/a.png");
    // One channel of one picture is that role, or a packed picture of one channel.
    if (role == MapRole.PACKED) {
      assertThat(found).isNotNull();
    } else {
      assertThat(found).isEqualTo(role);
    }
  }

  @Test
  void aBinaryStageIsNotTakenForText() throws Exception {
    byte[] stage = "PXR-USDC and so on".getBytes(StandardCharsets.US_ASCII);
    assertThat(read("k.usd", stage, "a.png").mentions()).isEmpty();
    assertThat(problems).isEmpty();
  }

  private static String mtlx(String nodes, String input) {
    return """
    <materialx version="1.39">
      %s
      <standard_surface name="s" type="surfaceshader">%s</standard_surface>
      <surfacematerial name="Kelp" type="material">
        <input name="surfaceshader" type="surfaceshader" nodename="s"/>
      </surfacematerial>
    </materialx>
    """
        .formatted(nodes, input);
  }

  private static final String IMAGE =
      "<image name=\"i\" type=\"color3\"><input name=\"file\" type=\"filename\""
          + " value=\"a.png\"/></image>";

  private static String input(String name, String more) {
    return "<input name=\"" + name + "\" type=\"color3\" " + more + "/>";
  }

  @ParameterizedTest
  @CsvSource({
    "base_color, BASE_COLOUR",
    "specular_roughness, ROUGHNESS",
    "metalness, METALLIC",
    "opacity, OPACITY",
    "emission_color, EMISSION",
    "coat, COAT",
    "sheen_color, SHEEN",
    "subsurface_color, TRANSLUCENCY",
    "specular_anisotropy, ANISOTROPY",
    "thin_walled,"
  })
  void inputsOfASurface(String name, MapRole role) throws Exception {
    DocumentFacts f = read("k.mtlx", mtlx(IMAGE, input(name, "nodename=\"i\"")), "a.png");
    assertThat(role(f, "a.png")).isEqualTo(role);
    if (role != null) {
      assertThat(f.mentions().get("a.png").material()).isEqualTo("Kelp");
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "<invert name=\"n\" type=\"float\"><input name=\"in\" nodename=\"i\"/></invert> | GLOSS",
        "<subtract name=\"n\" type=\"float\"><input name=\"in1\" value=\"1.0\"/><input name=\"in2\""
            + " nodename=\"i\"/></subtract> | GLOSS",
        "<subtract name=\"n\" type=\"float\"><input name=\"in1\" value=\"0.5\"/><input name=\"in2\""
            + " nodename=\"i\"/></subtract> | ROUGHNESS",
        "<multiply name=\"n\" type=\"float\"><input name=\"in1\" nodename=\"i\"/><input"
            + " name=\"in2\" value=\"2\"/></multiply> | ROUGHNESS",
        "<invert name=\"m\" type=\"float\"><input name=\"in\" nodename=\"i\"/></invert><invert"
            + " name=\"n\" type=\"float\"><input name=\"in\" nodename=\"m\"/></invert> | ROUGHNESS",
        "<convert name=\"n\" type=\"float\"><input name=\"in\" nodename=\"gone\"/></convert> | "
      })
  void nodesBetweenAPictureAndItsInput(String nodes, MapRole role) throws Exception {
    DocumentFacts f =
        read("k.mtlx", mtlx(IMAGE + nodes, input("specular_roughness", "nodename=\"n\"")), "a.png");
    assertThat(role(f, "a.png")).isEqualTo(role);
  }

  @Test
  void graphsAreEnteredByOutputsAndLeftByInterfaces() throws Exception {
    String graph =
        "<nodegraph name=\"g\"><input name=\"picked\" type=\"filename\" value=\"a.png\"/>"
            + "<image name=\"i\" type=\"color3\"><input name=\"file\" type=\"filename\""
            + " interfacename=\"picked\"/></image>"
            + "<output name=\"o\" type=\"color3\" nodename=\"i\"/></nodegraph>";
    String inside = input("base_color", "nodegraph=\"g\" output=\"o\"");
    assertThat(role(read("k.mtlx", mtlx(graph, inside), "a.png"), "a.png"))
        .isEqualTo(MapRole.BASE_COLOUR);
    String wrong = input("base_color", "nodegraph=\"g\" output=\"other\"");
    assertThat(role(read("k.mtlx", mtlx(graph, wrong), "a.png"), "a.png")).isNull();
  }

  @Test
  void tileAndReliefAreTakenWhenTheyMakeSense() throws Exception {
    String nodes =
        "<tiledimage name=\"i\" type=\"color3\"><input name=\"file\" value=\"a.png\"/>"
            + "<input name=\"realworldimagesize\" type=\"vector2\" value=\"%s, 1\"/></tiledimage>"
            + "<displacement name=\"d\" type=\"displacementshader\">"
            + "<input name=\"scale\" type=\"float\" value=\"%s\"/></displacement>";
    DocumentFacts f = read("k.mtlx", mtlx(nodes.formatted("0.5", "0.02"), ""), "a.png");
    assertThat(f.tileMetres()).isEqualTo(0.5);
    assertThat(f.reliefMetres()).isEqualTo(0.02);
    for (String[] odd : new String[][] {{"0", "0"}, {"-1", "-1"}, {"99999", "99999"}, {"x", "x"}}) {
      DocumentFacts none = read("k.mtlx", mtlx(nodes.formatted(odd[0], odd[1]), ""), "a.png");
      assertThat(none.tileMetres()).isNull();
      assertThat(none.reliefMetres()).isNull();
    }
    assertThat(problems).isEmpty();
  }

  @Test
  void graphsThatRunInCirclesEnd() throws Exception {
    String circle =
        "<add name=\"x\" type=\"color3\"><input name=\"in1\" nodename=\"y\"/>"
            + "<input name=\"in2\" nodename=\"x\"/></add>"
            + "<add name=\"y\" type=\"color3\"><input name=\"in1\" nodename=\"x\"/>"
            + "<input name=\"in2\" nodename=\"i\"/></add>";
    DocumentFacts f =
        read("k.mtlx", mtlx(IMAGE + circle, input("base_color", "nodename=\"x\"")), "a.png");
    assertThat(role(f, "a.png")).isEqualTo(MapRole.BASE_COLOUR);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "<?xml version=\"1.0\"?><!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]><x>&e;</x>",
        "<materialx version=\"1.39\"><image></materialx>",
        "not xml at all",
        ""
      })
  void hostileTextIsNamedAndNeverFollowed(String text) throws Exception {
    DocumentFacts f = read("k.mtlx", text, "a.png");
    assertThat(f.mentions()).isEmpty();
    // An empty file is no document.
    assertThat(problems).hasSize(text.isEmpty() ? 0 : 1);
  }

  @Test
  void aChannelThatIsNoNumberLosesNothingElse() throws Exception {
    String nodes =
        IMAGE
            + "<extract name=\"e\" type=\"float\"><input name=\"in\" nodename=\"i\"/>"
            + "<input name=\"index\" type=\"integer\" value=\"first\"/></extract>"
            + "<image name=\"j\" type=\"color3\"><input name=\"file\" value=\"b.png\"/></image>";
    DocumentFacts f =
        read(
            "k.mtlx",
            mtlx(
                nodes,
                input("specular_roughness", "nodename=\"e\"")
                    + input("base_color", "nodename=\"j\"")),
            "a.png",
            "b.png");
    assertThat(role(f, "b.png")).isEqualTo(MapRole.BASE_COLOUR);
  }

  @Test
  void noDocumentCutAnywhereStopsTheArrival() throws Exception {
    Random random = new Random(8);
    String[] texts = {
      mtlx(IMAGE, input("base_color", "nodename=\"i\"")),
      usd("color3f inputs:diffuseColor.connect = </Kelp/T.outputs:rgb>", "a.png"),
      gltf("\"normalTexture\":{\"index\":0}"),
      "newmtl k\nmap_Kd -s 4 4 1 a.png\n"
    };
    String[] names = {"k.mtlx", "k.usda", "k.gltf", "k.mtl"};
    for (int d = 0; d < texts.length; d++) {
      for (int n = 0; n < 60; n++) {
        byte[] b = texts[d].getBytes(StandardCharsets.UTF_8);
        byte[] cut = java.util.Arrays.copyOf(b, random.nextInt(b.length) + 1);
        cut[random.nextInt(cut.length)] = (byte) random.nextInt();
        assertThat(read(names[d], cut, "a.png")).isNotNull();
      }
    }
  }
}
