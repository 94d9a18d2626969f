package keepshelf.standins;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.standins.draughtroom.Draughtroom;
import keepshelf.standins.frame.Program;
import keepshelf.standins.kilnwork.Kilnwork;
import keepshelf.standins.proscenia.Proscenia;
import keepshelf.standins.quickfoot.Quickfoot;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Documents written by hand, sound ones and such as a careless writer would make. */
class ReadersTest {
  private static final String USD =
      """
      #usda 1.0
      (
          metersPerUnit = 0.01
          upAxis = "Y"
      )
      def Material "Dory" {
          token outputs:surface.connect = </Dory/S.outputs:surface>
          def Shader "S" {
              uniform token info:id = "UsdPreviewSurface"
              color3f inputs:diffuseColor.connect = </Dory/C.outputs:rgb>
              float inputs:roughness = 0.4
              normal3f inputs:normal.connect = </Dory/N.outputs:rgb>
              token outputs:surface
          }
          def Shader "R" {
              uniform token info:id = "UsdPrimvarReader_float2"
              string inputs:varname = "st"
              float2 outputs:result
          }
          def Shader "P" {
              uniform token info:id = "UsdTransform2d"
              float2 inputs:in.connect = </Dory/R.outputs:result>
              float2 inputs:scale = (4, 4)
              float2 outputs:result
          }
          def Shader "C" {
              uniform token info:id = "UsdUVTexture"
              asset inputs:file = @./c.png@
              float2 inputs:st.connect = </Dory/P.outputs:result>
              token inputs:sourceColorSpace = "sRGB"
              token inputs:wrapS = "repeat"
              token inputs:wrapT = "repeat"
              float3 outputs:rgb
          }
          def Shader "N" {
              uniform token info:id = "UsdUVTexture"
              asset inputs:file = @./n.png@
              float4 inputs:scale = (2, 2, 2, 1)
              float4 inputs:bias = (-1, -1, -1, 0)
              float2 inputs:st.connect = </Dory/P.outputs:result>
              token inputs:sourceColorSpace = "raw"
              token inputs:wrapS = "repeat"
              token inputs:wrapT = "repeat"
              float3 outputs:rgb
          }
      }
      """;

  private static final String GLTF =
      """
      {"asset":{"version":"2.0"},"extensionsUsed":["KHR_texture_transform"],
       "images":[{"uri":"c.png"},{"uri":"n.png"}],"samplers":[{}],
       "textures":[{"source":0,"sampler":0},{"source":1,"sampler":0}],
       "materials":[{"name":"Dory","pbrMetallicRoughness":{"metallicFactor":0,"roughnessFactor":0.4,
         "baseColorTexture":{"index":0,"extensions":{"KHR_texture_transform":{"scale":[4,4]}}}},
         "normalTexture":{"index":1,"extensions":{"KHR_texture_transform":{"scale":[4,4]}}}}],
       "nodes":[{"name":"Dory","mesh":0}],
       "meshes":[{"primitives":[{"attributes":{"POSITION":0,"NORMAL":0,"TANGENT":1,"TEXCOORD_0":2},
         "indices":3,"material":0}]}],
       "accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3"},
         {"bufferView":0,"componentType":5126,"count":3,"type":"VEC4"},
         {"bufferView":0,"componentType":5126,"count":3,"type":"VEC2"},
         {"bufferView":1,"componentType":5125,"count":3,"type":"SCALAR"}],
       "bufferViews":[{"buffer":0,"byteOffset":0,"byteLength":48},
         {"buffer":0,"byteOffset":48,"byteLength":12}],
       "buffers":[{"uri":"b.bin","byteLength":60}]}
      """;

  private static final String MTL =
      """
      # by hand
      newmtl Dory
      Kd 1 1 1
      map_Kd -s 4 4 1 c.png
      map_Bump -bm 0.2 -s 4 4 1 n.png
      """;

  private static final String KILN =
      """
      kiln 4
      material "Dory"
      unit mm
      tile 250
      map diffuse colour "c.tif"
      map normal numbers "n.tif"
      end
      """;

  @TempDir Path dir;

  @BeforeEach
  void pictures() throws Exception {
    byte[] flat = new byte[16 * 16 * 3];
    java.util.Arrays.fill(flat, (byte) 128);
    Pixels p = Pixels.u8(16, 16, 3, flat);
    for (String n : List.of("c", "n")) {
      ImageEncoder.png(p, dir.resolve(n + ".png"), 1);
      ImageEncoder.tiff(p, dir.resolve(n + ".tif"));
    }
    ByteBuffer b = ByteBuffer.allocate(60).order(ByteOrder.LITTLE_ENDIAN);
    for (int i = 0; i < 3; i++) {
      b.putFloat(1).putFloat(0).putFloat(0).putFloat(1);
    }
    Files.write(dir.resolve("b.bin"), b.putInt(0).putInt(1).putInt(2).array());
  }

  private static final Map<String, Program> PROGRAMS =
      Map.of(
          "usda", Proscenia.PROGRAM,
          "gltf", Quickfoot.PROGRAM,
          "mtl", Draughtroom.PROGRAM,
          "kiln", Kilnwork.PROGRAM);

  private JsonNode read(String kind, String text) throws Exception {
    Path document = Files.writeString(dir.resolve("dory." + kind), text);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PROGRAMS
        .get(kind)
        .run(
            new String[] {
              "--read", document.toString(), "--picture", dir.resolve("p.png").toString()
            },
            new PrintStream(out, true, StandardCharsets.UTF_8));
    return JsonMapper.builder().build().readTree(out.toByteArray());
  }

  private static String text(String kind) {
    return switch (kind) {
      case "usda" -> USD;
      case "gltf" -> GLTF;
      case "mtl" -> MTL;
      default -> KILN;
    };
  }

  @ParameterizedTest
  @CsvSource({"usda,diffuseColor", "gltf,baseColorTexture", "mtl,diffuse", "kiln,diffuse"})
  void soundDocumentsAreReadAndRendered(String kind, String colour) throws Exception {
    JsonNode r = read(kind, text(kind));
    assertThat(r.path("complaints")).as(r.toString()).isEmpty();
    assertThat(r.path("material").asString()).isEqualTo("Dory");
    assertThat(r.path("placement").path("tile").asDouble()).isEqualTo(0.25);
    JsonNode first = null;
    for (JsonNode i : r.path("inputs")) {
      first = i.path("input").asString().equals(colour) ? i : first;
    }
    assertThat(first).isNotNull();
    assertThat(first.path("colourspace").asString()).isEqualTo("srgb_texture");
    assertThat(first.path("width").asInt()).isEqualTo(16);
    assertThat(first.path("mean").path(1).asDouble()).isBetween(0.501, 0.503);
    assertThat(dir.resolve("p.png")).exists();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "usda|sRGB|raw|is read as raw",
        "usda|wrapS = \"repeat\"|wrapS = \"tile\"|has inputs:wrapS = tile",
        "usda|(2, 2, 2, 1)|(1, 1, 1, 1)|not brought from 0",
        "usda|metersPerUnit = 0.01||does not say its unit",
        "usda|diffuseColor|diffuseTint|has no input",
        "usda|./c.png|c.png|named neither",
        "usda|float3 outputs:rgb||does not declare",
        "usda|def Shader \"C\" {|def Shader \"C\"|“{” was expected",
        "gltf|\"2.0\"|\"1.0\"|version is not 2.0",
        "gltf|\"KHR_texture_transform\"]|\"KHR_other\"]|used and not declared",
        "gltf|c.png|c.tif|only PNG and JPEG",
        "gltf|\"scale\":[4,4]}}}},|\"scale\":[4,3]}}}},|do not share one placement",
        "gltf|\"byteLength\":60}]}|\"byteLength\":61}]}|another length",
        "gltf|\"mesh\":0}|\"mesh\":7}|nothing to show",
        "gltf|\"count\":3,\"type\":\"VEC3\"|\"count\":5,\"type\":\"VEC3\"|longer than its part",
        "gltf|TANGENT|TANGENTS|has no TANGENT",
        "mtl|c.png|my c.png|with spaces",
        "mtl|map_Kd|map_Colour|is not known",
        "mtl|-s 4 4 1 n.png|-s 2 2 1 n.png|do not share one placement",
        "mtl|n.png|gone.png|is not there",
        "mtl|newmtl|material|stands before a material",
        "kiln|kiln 4|kiln 5|does not begin",
        "kiln|numbers|colour|is read as colour",
        "kiln|c.tif|c.png|is no TIFF",
        "kiln|unit mm|unit ell|is not known",
        "kiln|end||has no end",
        "kiln|map normal|map wobble|there is no input",
      })
  void whatIsWrongIsSaid(String kind, String from, String to, String complaint) throws Exception {
    String text = text(kind);
    assertThat(text).contains(from);
    JsonNode r =
        read(
            kind,
            text.replaceFirst(
                java.util.regex.Pattern.quote(from),
                java.util.regex.Matcher.quoteReplacement(to == null ? "" : to)));
    assertThat(r.path("complaints").toString()).contains(complaint);
  }

  @Test
  void wrongUseIsAnswered() {
    assertThat(PROGRAMS.get("mtl").run(new String[0], new PrintStream(new ByteArrayOutputStream())))
        .isEqualTo(2);
  }
}
