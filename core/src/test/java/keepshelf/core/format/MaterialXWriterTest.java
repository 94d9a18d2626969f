package keepshelf.core.format;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.format.materialx.MaterialXWriter;
import org.junit.jupiter.api.Test;

class MaterialXWriterTest {
  private static SurfaceDocument whole() {
    return new SurfaceDocument(
        "Wet Kelp",
        List.of(
            new Texture("base_color", Use.COLOUR, "textures/a & b.png"),
            new Texture("specular_roughness", Use.GREY, "textures/r.png"),
            new Texture("normal", Use.NORMAL, "textures/n.png"),
            new Texture("opacity", Use.GREY_AS_COLOUR, "textures/o.png"),
            new Texture("displacement", Use.DISPLACEMENT, "textures/h.png")),
        0.6,
        0,
        0,
        0,
        0.45,
        List.of(new Value("base", 1)),
        100,
        true);
  }

  @Test
  void theDocumentIsTheGoldenOne() throws Exception {
    String xml = MaterialXWriter.write(whole());
    Path golden = Path.of("src/test/resources/golden/wet_kelp.mtlx");
    if (Boolean.getBoolean("keepshelf.golden")) {
      Files.createDirectories(golden.getParent());
      Files.writeString(golden, xml);
    }
    assertThat(xml).isEqualTo(Files.readString(golden));
  }

  @Test
  void everyConnectionLeadsSomewhereAndTypesAgree() throws Exception {
    var doc =
        javax.xml.parsers.DocumentBuilderFactory.newInstance()
            .newDocumentBuilder()
            .parse(
                new java.io.ByteArrayInputStream(
                    MaterialXWriter.write(whole())
                        .getBytes(java.nio.charset.StandardCharsets.UTF_8)));
    var xpath = javax.xml.xpath.XPathFactory.newInstance().newXPath();
    var connected =
        (org.w3c.dom.NodeList)
            xpath.evaluate(
                "//nodegraph//*[@nodename]", doc, javax.xml.xpath.XPathConstants.NODESET);
    assertThat(connected.getLength()).isGreaterThan(10);
    for (int i = 0; i < connected.getLength(); i++) {
      var e = (org.w3c.dom.Element) connected.item(i);
      String type =
          xpath.evaluate("//nodegraph/*[@name='" + e.getAttribute("nodename") + "']/@type", doc);
      assertThat(type).as(e.getAttribute("nodename")).isEqualTo(e.getAttribute("type"));
    }
    assertThat(xpath.evaluate("count(//image[@type='vector3'])", doc)).isEqualTo("1");
    assertThat(xpath.evaluate("count(//input[@colorspace])", doc)).isEqualTo("1");
  }

  @Test
  void namesAreMadeValid() {
    assertThat(MaterialXWriter.nodeName("Sea-worn brass 2")).isEqualTo("Sea_worn_brass_2");
    assertThat(MaterialXWriter.nodeName("02 slate")).isEqualTo("m_02_slate");
    assertThat(MaterialXWriter.nodeName("лодка")).matches("[A-Za-z_][A-Za-z0-9_]*");
    assertThat(MaterialXWriter.nodeName("Café")).isEqualTo("Cafe");
  }
}
