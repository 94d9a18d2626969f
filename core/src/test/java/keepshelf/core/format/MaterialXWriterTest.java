package keepshelf.core.format;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.xpath.XPathConstants;
import javax.xml.xpath.XPathFactory;
import keepshelf.core.format.SurfaceDocument.Covering;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.format.materialx.MaterialXWriter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.w3c.dom.Document;
import org.w3c.dom.Element;
import org.w3c.dom.NodeList;

class MaterialXWriterTest {
  private static Scene whole() {
    return whole("standard_surface", Covering.TILED);
  }

  private static Scene whole(String model, Covering covering) {
    SurfaceDocument d = document(model, covering);
    return new Scene(d.name(), List.of(d), List.of(), List.of(), false, 100, false);
  }

  private static SurfaceDocument document(String model, Covering covering) {
    return new SurfaceDocument(
        "Wet Kelp",
        model,
        List.of(
            new Texture("base_color", Use.COLOUR, "textures/a & b.png"),
            new Texture("specular_roughness", Use.GREY, "textures/r.png"),
            new Texture("normal", Use.NORMAL, "textures/n.png"),
            new Texture("opacity", Use.GREY_AS_COLOUR, "textures/o.png"),
            new Texture("displacement", Use.DISPLACEMENT, "textures/h.png")),
        Placement.of(0.6, 0.3),
        0.45,
        0.5,
        List.of(new Value("base", 1)),
        100,
        SurfaceDocument.Opacity.BLENDED,
        covering);
  }

  @Test
  void theDocumentIsTheGoldenOne() throws Exception {
    compare(whole(), "wet_kelp.mtlx");
  }

  /** All that a surface can be covered by, under both models. */
  @ParameterizedTest
  @CsvSource({
    "standard_surface,TRIPLANAR",
    "standard_surface,HEX_TILED",
    "open_pbr_surface,TILED",
    "open_pbr_surface,TRIPLANAR",
    "open_pbr_surface,HEX_TILED"
  })
  void everyCoveringIsTheGoldenOne(String model, Covering covering) throws Exception {
    compare(whole(model, covering), "kelp-" + model + "-" + covering.name() + ".mtlx");
  }

  private static void compare(Scene scene, String name) throws Exception {
    String xml = MaterialXWriter.write(scene);
    Path golden = Path.of("src/test/resources/golden/" + name);
    if (Boolean.getBoolean("keepshelf.golden")) {
      Files.createDirectories(golden.getParent());
      Files.writeString(golden, xml);
    }
    assertThat(xml).isEqualTo(Files.readString(golden));
  }

  private static String value(Document doc, String path) throws Exception {
    return XPathFactory.newInstance().newXPath().evaluate(path, doc);
  }

  private static Document parsed(String xml) throws Exception {
    return DocumentBuilderFactory.newInstance()
        .newDocumentBuilder()
        .parse(new ByteArrayInputStream(xml.getBytes(StandardCharsets.UTF_8)));
  }

  @ParameterizedTest
  @CsvSource({
    "standard_surface,TILED",
    "open_pbr_surface,TILED",
    "standard_surface,TRIPLANAR",
    "standard_surface,HEX_TILED",
    "open_pbr_surface,HEX_TILED"
  })
  void everyConnectionLeadsSomewhereAndTypesAgree(String model, Covering covering)
      throws Exception {
    Document doc = parsed(MaterialXWriter.write(whole(model, covering)));
    NodeList connected =
        (NodeList)
            XPathFactory.newInstance()
                .newXPath()
                .evaluate("//nodegraph//*[@nodename]", doc, XPathConstants.NODESET);
    assertThat(connected.getLength()).isGreaterThan(10);
    for (int i = 0; i < connected.getLength(); i++) {
      Element e = (Element) connected.item(i);
      String node = e.getAttribute("nodename");
      String type = value(doc, "//nodegraph/*[@name='" + node + "']/@type");
      assertThat(type).as(node).isEqualTo(e.getAttribute("type"));
    }
    switch (covering) {
      case TILED -> pictures(doc, "image", 5, 1);
      case TRIPLANAR -> pictures(doc, "triplanarprojection", 5, 1);
      case HEX_TILED -> {
        pictures(doc, "hextiledimage", 4, 0);
        pictures(doc, "hextilednormalmap", 1, 1);
        assertThat(value(doc, "count(//nodegraph/*[@type='color3']/input[@colorspace])"))
            .isEqualTo("1");
        assertThat(value(doc, "count(//extract)")).as("greys").isEqualTo("3");
      }
    }
    assertThat(value(doc, "count(//" + model + ")")).isEqualTo("1");
    assertThat(value(doc, "//nodegraph/input[@name='tile_size']/@value"))
        .isEqualTo(covering == Covering.TRIPLANAR ? "60, 30, 60" : "0.6, 0.3");
  }

  private static void pictures(Document doc, String node, int all, int vectors) throws Exception {
    assertThat(value(doc, "count(//" + node + ")")).isEqualTo(String.valueOf(all));
    assertThat(value(doc, "count(//" + node + "[@type='vector3'])"))
        .isEqualTo(String.valueOf(vectors));
  }

  @Test
  void lightsAndLooks() throws Exception {
    SurfaceDocument d = document("standard_surface", Covering.TILED);
    Light dome = new Light.Dome("textures/fog.exr", 30, 1.5);
    Scene s =
        new Scene(
            "Fog", List.of(d, d), List.of(Shapes.ball().of(1)), List.of(dome), true, 1, false);
    compare(s, "fog-and-kelp.mtlx");
    Document doc = parsed(MaterialXWriter.write(s));
    assertThat(value(doc, "//latlongimage/input[@name='rotation']/@value")).isEqualTo("30");
    assertThat(value(doc, "//light/input[@name='intensity']/@value")).isEqualTo("1.5");
    assertThat(value(doc, "//light/input[@name='intensity']/@type")).isEqualTo("float");
    assertThat(value(doc, "//light/input[@name='edf']/@nodename"))
        .isEqualTo(value(doc, "//uniform_edf/@name"));
    // Two surfaces of one name are two materials.
    assertThat(value(doc, "count(//surfacematerial)")).isEqualTo("2");
    assertThat(value(doc, "//materialassign/@material")).isEqualTo("Wet_Kelp_2");
  }

  @Test
  void namesAreMadeValid() {
    assertThat(MaterialXWriter.nodeName("Sea-worn brass 2")).isEqualTo("Sea_worn_brass_2");
    assertThat(MaterialXWriter.nodeName("02 slate")).isEqualTo("m_02_slate");
    assertThat(MaterialXWriter.nodeName("лодка")).matches("[A-Za-z_][A-Za-z0-9_]*");
    assertThat(MaterialXWriter.nodeName("Café")).isEqualTo("Cafe");
  }
}
