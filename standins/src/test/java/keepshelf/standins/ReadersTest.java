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
        "usda|#usda 1.0|#usda 2.0|does not begin with #usda 1.0",
        "usda|def Material|def Scope|there is no material",
        "usda|</Dory/S.outputs:surface>|</Dory/C.outputs:rgb>|no UsdPreviewSurface",
        "usda|info:id = \"UsdPreviewSurface\"|info:id = \"Phong\"|no UsdPreviewSurface",
        "usda|token outputs:surface\\n|float outputs:other\\n|does not declare the output",
        "usda|float inputs:roughness|color3f inputs:roughness|is of type color3f",
        "usda|</Dory/C.outputs:rgb>|</Dory/P.outputs:result>|connected to no picture",
        "usda|</Dory/C.outputs:rgb>|</Dory/C.outputs:r>|is fed by outputs:r",
        "usda|./c.png|./gone.png|the picture ./gone.png is not there",
        "usda|</Dory/P.outputs:result>|</Dory/Q.outputs:result>|has no placement",
        "usda|</Dory/R.outputs:result>|</Dory/Q.outputs:result>|reads no texture coordinates",
        "usda|string inputs:varname|token inputs:varname|reads no texture coordinates",
        "usda|inputs:scale = (4, 4)|inputs:scale = (4, 4|a word was expected",
        "usda|def Shader \"R\"|define Shader \"R\"|line",
        "gltf|\"2.0\"|\"1.0\"|version is not 2.0",
        "gltf|\"KHR_texture_transform\"]|\"KHR_other\"]|used and not declared",
        "gltf|c.png|c.tif|only PNG and JPEG",
        "gltf|\"scale\":[4,4]}}}},|\"scale\":[4,3]}}}},|do not share one placement",
        "gltf|\"byteLength\":60}]}|\"byteLength\":61}]}|another length",
        "gltf|\"mesh\":0}|\"mesh\":7}|nothing to show",
        "gltf|\"count\":3,\"type\":\"VEC3\"|\"count\":5,\"type\":\"VEC3\"|longer than its part",
        "gltf|TANGENT|TANGENTS|has no TANGENT",
        "gltf|\"materials\":[{|\"others\":[{|there is no material",
        "gltf|\"index\":0|\"index\":9|leads to no picture",
        "gltf|n.png|gone.png|the picture gone.png is not there",
        "gltf|\"samplers\":[{}]|\"samplers\":[{\"wrapS\":33071}]|is not repeated",
        "gltf|\"metallicFactor\":0|\"metallicFactor\":0.5,\"metallicRoughnessTexture\":{\"index\":1}|changes"
            + " the picture",
        "gltf|\"name\":\"Dory\",\"pbr|\"name\":\"Dory\",\"alphaMode\":\"CLIP\",\"pbr|does not"
            + " exist",
        "gltf|\"name\":\"Dory\",\"pbr|\"name\":\"Dory\",\"alphaCutoff\":0.5,\"pbr|without the mode"
            + " MASK",
        "gltf|\"name\":\"Dory\",\"pbr|\"name\":\"Dory\",\"emissiveTexture\":{\"index\":0},\"pbr|its"
            + " factor is black",
        "gltf|\"name\":\"Dory\",\"pbr|\"name\":\"Dory\",\"emissiveFactor\":[2,0,0],\"pbr|outside 0"
            + " to 1",
        "gltf|\"name\":\"Dory\",\"pbr|\"name\":\"Dory\",\"extensions\":{\"KHR_materials_volume\":{}},\"pbr|no"
            + " light goes through",
        "gltf|\"name\":\"Dory\",\"pbr|\"name\":\"Dory\",\"extensions\":{\"KHR_materials_clearcoat\":{\"clearcoatTexture\":{\"index\":0}}},\"pbr|clearcoatFactor"
            + " is nothing",
        "gltf|\"material\":0|\"material\":5|has no material",
        "gltf|\"componentType\":5125|\"componentType\":5123|integers of 32 bits",
        "gltf|\"componentType\":5126|\"componentType\":5120|not stored as floats",
        "gltf|\"count\":3,\"type\":\"SCALAR\"|\"count\":2,\"type\":\"SCALAR\"|no whole triangles",
        "gltf|\"count\":3,\"type\":\"VEC2\"|\"count\":2,\"type\":\"VEC2\"|not one normal and"
            + " coordinate",
        "gltf|b.bin|gone.bin|the buffer gone.bin is not there",
        "gltf|\"byteOffset\":48|\"byteOffset\":0|points that do not exist",
        "gltf|\"byteOffset\":48|\"byteOffset\":56|another length",
        "gltf|{\"asset\"|{\"asset|cannot be read",
        "mtl|c.png|my c.png|with spaces",
        "mtl|map_Kd|map_Colour|is not known",
        "mtl|-s 4 4 1 n.png|-s 2 2 1 n.png|do not share one placement",
        "mtl|n.png|gone.png|is not there",
        "mtl|newmtl|material|stands before a material",
        "mtl|newmtl Dory|newmtl John Dory|the material's name has spaces",
        "mtl|-bm 0.2|-bm high|a number is missing",
        "mtl|-bm 0.2|-boost 2|the option “-boost” is not known",
        "mtl|map_Bump -bm 0.2 -s 4 4 1 n.png|newmtl Dory|two materials of the name",
        "mtl|map_Kd -s 4 4 1 c.png|map_Kd -s 4 4 1|no file name",
        "mtl|# by hand|#|",
        "kiln|kiln 4|kiln 5|does not begin",
        "kiln|numbers|colour|is read as colour",
        "kiln|c.tif|c.png|is no TIFF",
        "kiln|unit mm|unit ell|is not known",
        "kiln|end||has no end",
        "kiln|map normal|map wobble|there is no input",
        "kiln|tile 250|tile wide|“tile” has no number",
        "kiln|tile 250|lay 30|needs a turn and two lengths",
        "kiln|tile 250|wobble 250|the word “wobble” is not known",
        "kiln|tile 250|object gone.obj|the object gone.obj is not there",
        "kiln|tile 250|light lamp 3|a light of this kind is not known",
        "kiln|tile 250|light sky gone.exr turn 30 bright 1|the panorama gone.exr is not there",
        "kiln|tile 250|light sky c.tif turn left bright 1|“turn” has no number",
        "kiln|material \"Dory\"|unit mm|a map stands before a material",
        "kiln|map normal numbers \"n.tif\"|map normal|needs an input, what it holds and a file",
        "kiln|map normal numbers \"n.tif\"|map relief numbers \"n.tif\"|but not how high it is",
        "kiln|n.tif|gone.tif|the picture gone.tif is not there",
      })
  void whatIsWrongIsSaid(String kind, String from, String to, String complaint) throws Exception {
    String text = text(kind);
    assertThat(text).contains(from.replace("\\n", "\n"));
    JsonNode r =
        read(
            kind,
            text.replaceFirst(
                java.util.regex.Pattern.quote(from.replace("\\n", "\n")),
                java.util.regex.Matcher.quoteReplacement(
                    to == null ? "" : to.replace("\\n", "\n"))));
    if (complaint == null) {
      assertThat(r.path("complaints")).isEmpty();
    } else {
      assertThat(r.path("complaints").toString()).contains(complaint);
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "kiln|tile 250|tile 250\\nlay 30 100 50|0.25|30",
        "kiln|tile 250|tile 250\\ncut 0.5|0.25|0",
        "mtl|-s 4 4 1 c.png|-o 0.5 0 0 -s 4 4 1 c.png|0.25|0",
        "usda|float2 inputs:scale = (4, 4)|float2 inputs:scale = (2, 2)|0.5|0"
      })
  void placementsAreRead(String kind, String from, String to, double tile, double turn)
      throws Exception {
    String text = text(kind).replace(from, to.replace("\\n", "\n"));
    if (kind.equals("mtl")) {
      text = text.replace("-s 4 4 1 n.png", "-o 0.5 0 0 -s 4 4 1 n.png");
    }
    JsonNode r = read(kind, text);
    assertThat(r.path("complaints")).as(r.toString()).isEmpty();
    assertThat(r.path("placement").path("tile").asDouble()).isEqualTo(tile);
    assertThat(r.path("placement").path("turn").asDouble()).isEqualTo(turn);
  }

  @Test
  void wrongUseIsAnswered() {
    assertThat(PROGRAMS.get("mtl").run(new String[0], new PrintStream(new ByteArrayOutputStream())))
        .isEqualTo(2);
  }
}
