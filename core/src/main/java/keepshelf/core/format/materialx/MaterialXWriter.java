package keepshelf.core.format.materialx;

import java.util.List;
import keepshelf.core.format.Light;
import keepshelf.core.format.Numbers;
import keepshelf.core.format.Scene;
import keepshelf.core.format.Shape;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;

/**
 * Writes a {@link Scene} as MaterialX 1.39: for each surface a node graph with its pictures and one
 * shared placement, a standard or OpenPBR surface and a material; a look that gives shapes their
 * materials; panoramas as lights. The shapes themselves are in a file beside.
 */
public final class MaterialXWriter {
  private final XmlText xml = new XmlText();

  private MaterialXWriter() {}

  /** The document's text, UTF-8 when stored. */
  public static String write(Scene scene) {
    MaterialXWriter w = new MaterialXWriter();
    w.document(scene);
    return w.xml.text();
  }

  /**
   * {@code name} as a MaterialX name: letters, digits and underscores, not beginning with a digit.
   */
  public static String nodeName(String name) {
    return Numbers.identifier(name);
  }

  private void document(Scene scene) {
    xml.open("materialx", "version", "1.39", "colorspace", "lin_rec709");
    List<String> names = scene.identifiers();
    for (int i = 0; i < names.size(); i++) {
      material(names.get(i), scene.surfaces().get(i));
    }
    for (Light light : scene.lights()) {
      if (light instanceof Light.Dome d) {
        dome(nodeName(scene.name()), d);
      }
    }
    if (!scene.shapes().isEmpty()) {
      xml.open("look", "name", "LK_" + nodeName(scene.name()));
      for (Shape s : scene.shapes()) {
        String shape = nodeName(s.name());
        xml.leaf(
            "materialassign",
            "name",
            "MA_" + shape,
            "geom",
            "/" + shape,
            "material",
            names.get(s.surface()));
      }
      xml.close();
    }
    xml.close();
  }

  private void material(String name, SurfaceDocument d) {
    String graph = "NG_" + name;
    if (!d.textures().isEmpty()) {
      new MaterialXGraph(xml, d).write(graph);
    }
    surface(name, graph, d);
    Texture raised =
        d.textures().stream().filter(t -> t.use() == Use.DISPLACEMENT).findFirst().orElse(null);
    if (raised != null) {
      xml.open("displacement", "name", "DS_" + name, "type", "displacementshader");
      xml.leaf(
          "input",
          "name",
          "displacement",
          "type",
          "float",
          "nodegraph",
          graph,
          "output",
          raised.input() + "_out");
      xml.value("scale", "float", Numbers.plain(d.displacementScale()));
      xml.close();
    }
    xml.open("surfacematerial", "name", name, "type", "material");
    xml.from("surfaceshader", "surfaceshader", "SR_" + name);
    if (raised != null) {
      xml.from("displacementshader", "displacementshader", "DS_" + name);
    }
    xml.close();
  }

  private void surface(String name, String graph, SurfaceDocument d) {
    xml.open(d.model(), "name", "SR_" + name, "type", "surfaceshader");
    for (SurfaceDocument.Value v : d.values()) {
      String value = Numbers.plain(v.value());
      if (v.input().endsWith("_color")) {
        xml.value(v.input(), "color3", value + ", " + value + ", " + value);
      } else if (v.input().endsWith("thin_walled")) {
        xml.value(v.input(), "boolean", Boolean.toString(v.value() > 0.5));
      } else {
        xml.value(v.input(), "float", value);
      }
    }
    for (Texture t : d.textures()) {
      if (t.use() != Use.DISPLACEMENT) {
        xml.leaf(
            "input",
            "name",
            t.input(),
            "type",
            MaterialXGraph.inputType(t.use()),
            "nodegraph",
            graph,
            "output",
            t.input() + "_out");
      }
    }
    xml.close();
  }

  /** A light of uniform emission whose colour is the panorama's in each direction. */
  private void dome(String name, Light.Dome d) {
    xml.open("viewdirection", "name", "direction", "type", "vector3");
    xml.value("space", "string", "world");
    xml.close();
    xml.open("latlongimage", "name", "environment_image", "type", "color3");
    xml.leaf(
        "input", "name", "file", "type", "filename", "value", d.file(), "colorspace", "lin_rec709");
    xml.from("viewdir", "vector3", "direction");
    xml.value("rotation", "float", Numbers.plain(d.turnDegrees()));
    xml.close();
    xml.open("uniform_edf", "name", "EDF_" + name, "type", "EDF");
    xml.from("color", "color3", "environment_image");
    xml.close();
    xml.open("light", "name", name, "type", "lightshader");
    xml.from("edf", "EDF", "EDF_" + name);
    xml.value("intensity", "float", Numbers.plain(d.brightness()));
    xml.close();
  }
}
