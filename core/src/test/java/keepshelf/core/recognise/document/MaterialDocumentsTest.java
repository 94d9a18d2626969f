package keepshelf.core.recognise.document;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.Knowledge;
import keepshelf.core.recognise.Recogniser;
import keepshelf.core.recognise.found.SourceFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MaterialDocumentsTest {
  @TempDir Path dir;
  private final List<Problem> problems = new ArrayList<>();

  private DocumentFacts read(String name, String text, String... pictures) throws Exception {
    List<SourceFile> files = new ArrayList<>();
    Path doc = dir.resolve(name);
    Files.writeString(doc, text);
    files.add(new SourceFile(name, List.of(name), Files.size(doc), doc, null, null, null));
    for (String p : pictures) {
      files.add(new SourceFile(p, List.of(p.split("/")), 1, null, null, null, null));
    }
    return MaterialDocuments.read(files, problems);
  }

  @Test
  void materialXIsFollowedThroughGraphsChannelsAndInversions() throws Exception {
    DocumentFacts f =
        read(
            "kelp.mtlx",
            """
            <materialx version="1.39">
              <image name="packed" type="vector3">
                <input name="file" type="filename" value="maps/x1.png"/>
              </image>
              <separate3 name="apart" type="multioutput">
                <input name="in" type="vector3" nodename="packed"/>
              </separate3>
              <image name="shine" type="float">
                <input name="file" type="filename" value="maps/x2.png"/>
              </image>
              <invert name="dull" type="float">
                <input name="in" type="float" nodename="shine"/>
              </invert>
              <tiledimage name="c" type="color3">
                <input name="file" type="filename" value="./maps/x3.png"/>
                <input name="realworldimagesize" type="vector2" value="0.5, 0.5"/>
              </tiledimage>
              <open_pbr_surface name="s" type="surfaceshader">
                <input name="base_color" type="color3" nodename="c"/>
                <input name="base_metalness" type="float" nodename="apart" output="outz"/>
                <input name="geometry_opacity" type="float" nodename="apart" output="outx"/>
                <input name="specular_roughness" type="float" nodename="dull"/>
              </open_pbr_surface>
              <surfacematerial name="Wet_Kelp" type="material">
                <input name="surfaceshader" type="surfaceshader" nodename="s"/>
              </surfacematerial>
            </materialx>
            """,
            "maps/x1.png",
            "maps/x2.png",
            "maps/x3.png");
    assertThat(problems).isEmpty();
    assertThat(f.tileMetres()).isEqualTo(0.5);
    assertThat(f.mentions().get("maps/x3.png").role()).isEqualTo(MapRole.BASE_COLOUR);
    assertThat(f.mentions().get("maps/x3.png").material()).isEqualTo("Wet_Kelp");
    assertThat(f.mentions().get("maps/x2.png").role()).isEqualTo(MapRole.GLOSS);
    assertThat(f.mentions().get("maps/x1.png").channels().roles())
        .containsEntry("r", MapRole.OPACITY)
        .containsEntry("b", MapRole.METALLIC);
  }

  /** A document whose geometry is missing still says what its pictures are. */
  @Test
  void whatADocumentUsesIsNoPreviewWhateverItIsCalled() throws Exception {
    String[] pictures = {
      "textures/HullFlat.png", "textures/HullFlat_N.png", "textures/banner.png", "render.png"
    };
    DocumentFacts facts =
        read(
            "hull.gltf",
            """
            {"asset": {"version": "2.0"},
             "buffers": [{"uri": "gone.bin", "byteLength": 840}],
             "images": [{"uri": "textures/HullFlat.png"}, {"uri": "textures/HullFlat_N.png"},
                        {"uri": "textures/banner.png"}],
             "textures": [{"source": 0}, {"source": 1}, {"source": 2}],
             "materials": [
               {"name": "hull", "pbrMetallicRoughness": {"baseColorTexture": {"index": 0}},
                "normalTexture": {"index": 1}},
               {"name": "pennant", "pbrMetallicRoughness": {"baseColorTexture": {"index": 2}}}]}
            """,
            pictures);
    assertThat(problems).isEmpty();
    var r =
        Recogniser.recognise(
            "",
            Arrays.stream(pictures).map(SourceFile::named).toList(),
            new Knowledge(facts, List.of()),
            looking -> {});
    Map<String, MapRole> roles = new HashMap<>();
    r.items().forEach(item -> item.maps().forEach(m -> roles.put(m.file().name(), m.role())));
    assertThat(roles)
        .containsOnly(
            Map.entry("HullFlat.png", MapRole.BASE_COLOUR),
            Map.entry("HullFlat_N.png", MapRole.NORMAL),
            Map.entry("banner.png", MapRole.BASE_COLOUR));
    assertThat(r.loose()).extracting(l -> l.file().name()).containsExactly("render.png");
  }

  @Test
  void gltfMtlAndUsd() throws Exception {
    DocumentFacts gltf =
        read(
            "hull.gltf",
            """
            {"materials":[{"name":"Hull","pbrMetallicRoughness":{"baseColorTexture":{"index":0},
            "metallicRoughnessTexture":{"index":1}},"occlusionTexture":{"index":1},
            "normalTexture":{"index":2}}],
            "textures":[{"source":0},{"source":1},{"source":2}],
            "images":[{"uri":"a%20b.png"},{"uri":"orm.png"},{"uri":"n.png"}]}
            """,
            "a b.png",
            "orm.png",
            "n.png");
    assertThat(gltf.mentions().get("a b.png").role()).isEqualTo(MapRole.BASE_COLOUR);
    assertThat(gltf.mentions().get("orm.png").channels().roles())
        .containsEntry("r", MapRole.AMBIENT_OCCLUSION)
        .containsEntry("g", MapRole.ROUGHNESS)
        .containsEntry("b", MapRole.METALLIC);
    DocumentFacts mtl =
        read(
            "rope.mtl",
            "newmtl Rope\nmap_Kd -s 2 2 1 tex/my rope.jpg\nmap_Bump -bm 0.4 C:\\old\\bump.png\n",
            "tex/my rope.jpg",
            "bump.png");
    assertThat(mtl.mentions().get("tex/my rope.jpg").role()).isEqualTo(MapRole.BASE_COLOUR);
    assertThat(mtl.mentions().get("bump.png").role()).isEqualTo(MapRole.BUMP);
    DocumentFacts usd =
        read(
            "slate.usda",
            """
            #usda 1.0
            def Material "Slate" {
              def Shader "surface" {
                uniform token info:id = "UsdPreviewSurface"
                color3f inputs:diffuseColor.connect = </Slate/colour.outputs:rgb>
                float inputs:roughness.connect = </Slate/packed.outputs:g>
                float inputs:metallic.connect = </Slate/packed.outputs:b>
              }
              def Shader "colour" {
                uniform token info:id = "UsdUVTexture"
                asset inputs:file = @./q1.png@
              }
              def Shader "packed" { asset inputs:file = @./q2.png@ }
            }
            """,
            "q1.png",
            "q2.png");
    assertThat(usd.mentions().get("q1.png").role()).isEqualTo(MapRole.BASE_COLOUR);
    assertThat(usd.mentions().get("q2.png").role()).isEqualTo(MapRole.PACKED);
  }

  @Test
  void brokenAndHostileDocumentsAreNamed() throws Exception {
    read("a.mtlx", "<materialx><image");
    read(
        "b.mtlx",
        "<!DOCTYPE x [<!ENTITY e SYSTEM \"file:///etc/passwd\">]><materialx>&e;</materialx>");
    read("c.gltf", "{\"materials\":[");
    DocumentFacts loop =
        read(
            "d.mtlx",
            """
            <materialx>
              <add name="a" type="color3"><input name="in1" type="color3" nodename="b"/></add>
              <add name="b" type="color3"><input name="in1" type="color3" nodename="a"/></add>
              <standard_surface name="s" type="surfaceshader">
                <input name="base_color" type="color3" nodename="a"/>
              </standard_surface>
            </materialx>
            """);
    assertThat(loop.mentions()).isEmpty();
    assertThat(problems).hasSize(3).allMatch(p -> p.code().equals("unreadable-document"));
  }
}
