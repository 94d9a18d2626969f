package keepshelf.core.format.materialx;

import java.io.StringWriter;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;
import keepshelf.core.format.Numbers;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;

/**
 * Writes a {@link SurfaceDocument} as MaterialX 1.39: one node graph with the pictures and one
 * shared placement whose controls are the graph's own inputs, a standard surface, a material.
 */
public final class MaterialXWriter {
  private final XMLStreamWriter xml;
  private int depth;

  private MaterialXWriter(XMLStreamWriter xml) {
    this.xml = xml;
  }

  /** The document's text, UTF-8 when stored. */
  public static String write(SurfaceDocument d) {
    StringWriter out = new StringWriter();
    try {
      XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(out);
      xml.writeStartDocument("UTF-8", "1.0");
      new MaterialXWriter(xml).document(d);
      xml.writeEndDocument();
      xml.close();
    } catch (XMLStreamException e) {
      throw new IllegalStateException(e);
    }
    return out.append('\n').toString();
  }

  /**
   * {@code name} as a MaterialX name: letters, digits and underscores, not beginning with a digit.
   */
  public static String nodeName(String name) {
    return Numbers.identifier(name);
  }

  private void document(SurfaceDocument d) throws XMLStreamException {
    String name = nodeName(d.name());
    String graph = "NG_" + name;
    open("materialx", "version", "1.39", "colorspace", "lin_rec709");
    graph(graph, d);
    surface(name, graph, d);
    boolean displaced = d.textures().stream().anyMatch(t -> t.use() == Use.DISPLACEMENT);
    if (displaced) {
      open("displacement", "name", "DS_" + name, "type", "displacementshader");
      leaf(
          "input",
          "name",
          "displacement",
          "type",
          "float",
          "nodegraph",
          graph,
          "output",
          "displacement_out");
      leaf("input", "name", "scale", "type", "float", "value", number(d.displacementScale()));
      close();
    }
    open("surfacematerial", "name", name, "type", "material");
    leaf("input", "name", "surfaceshader", "type", "surfaceshader", "nodename", "SR_" + name);
    if (displaced) {
      leaf(
          "input",
          "name",
          "displacementshader",
          "type",
          "displacementshader",
          "nodename",
          "DS_" + name);
    }
    close();
    close();
  }

  private void graph(String graph, SurfaceDocument d) throws XMLStreamException {
    if (d.textures().isEmpty()) {
      return;
    }
    String tile = number(d.tileMetres());
    boolean normal = d.textures().stream().anyMatch(t -> t.use() == Use.NORMAL);
    open("nodegraph", "name", graph);
    leaf(
        "input",
        "name",
        "tile_size",
        "type",
        "vector2",
        "value",
        tile + ", " + tile,
        "uiname",
        "Tile size (UV units, 1 = 1 m)",
        "uifolder",
        "Placement");
    leaf(
        "input",
        "name",
        "turn",
        "type",
        "float",
        "value",
        number(d.turnDegrees()),
        "uiname",
        "Turn (degrees)",
        "uifolder",
        "Placement");
    leaf(
        "input",
        "name",
        "offset",
        "type",
        "vector2",
        "value",
        number(d.offsetU()) + ", " + number(d.offsetV()),
        "uiname",
        "Offset",
        "uifolder",
        "Placement");
    if (normal) {
      leaf(
          "input",
          "name",
          "normal_strength",
          "type",
          "float",
          "value",
          "1",
          "uiname",
          "Normal strength",
          "uifolder",
          "Surface");
    }
    open("texcoord", "name", "uv", "type", "vector2");
    leaf("input", "name", "index", "type", "integer", "value", "0");
    close();
    open("place2d", "name", "placement", "type", "vector2");
    leaf("input", "name", "texcoord", "type", "vector2", "nodename", "uv");
    leaf("input", "name", "scale", "type", "vector2", "interfacename", "tile_size");
    leaf("input", "name", "rotate", "type", "float", "interfacename", "turn");
    leaf("input", "name", "offset", "type", "vector2", "interfacename", "offset");
    close();
    for (Texture t : d.textures()) {
      texture(t);
    }
    for (Texture t : d.textures()) {
      leaf(
          "output",
          "name",
          t.input() + "_out",
          "type",
          inputType(t.use()),
          "nodename",
          lastNode(t));
    }
    close();
  }

  private void texture(Texture t) throws XMLStreamException {
    String type =
        switch (t.use()) {
          case COLOUR -> "color3";
          case NORMAL -> "vector3";
          default -> "float";
        };
    open("image", "name", t.input() + "_image", "type", type);
    if (t.use() == Use.COLOUR) {
      leaf(
          "input",
          "name",
          "file",
          "type",
          "filename",
          "value",
          t.file(),
          "colorspace",
          "srgb_texture");
    } else {
      leaf("input", "name", "file", "type", "filename", "value", t.file());
    }
    leaf("input", "name", "texcoord", "type", "vector2", "nodename", "placement");
    leaf("input", "name", "uaddressmode", "type", "string", "value", "periodic");
    leaf("input", "name", "vaddressmode", "type", "string", "value", "periodic");
    close();
    switch (t.use()) {
      case NORMAL -> {
        open("normalmap", "name", lastNode(t), "type", "vector3");
        leaf("input", "name", "in", "type", "vector3", "nodename", t.input() + "_image");
        leaf("input", "name", "scale", "type", "float", "interfacename", "normal_strength");
        close();
      }
      case GREY_AS_COLOUR -> {
        open("convert", "name", lastNode(t), "type", "color3");
        leaf("input", "name", "in", "type", "float", "nodename", t.input() + "_image");
        close();
      }
      case DISPLACEMENT -> {
        // Half grey stays where it is, so that the object keeps its size.
        open("subtract", "name", lastNode(t), "type", "float");
        leaf("input", "name", "in1", "type", "float", "nodename", t.input() + "_image");
        leaf("input", "name", "in2", "type", "float", "value", "0.5");
        close();
      }
      default -> {}
    }
  }

  private static String lastNode(Texture t) {
    return switch (t.use()) {
      case NORMAL -> "normal_map";
      case GREY_AS_COLOUR -> t.input() + "_color";
      case DISPLACEMENT -> "height_centred";
      default -> t.input() + "_image";
    };
  }

  private static String inputType(Use use) {
    return switch (use) {
      case COLOUR, GREY_AS_COLOUR -> "color3";
      case NORMAL -> "vector3";
      default -> "float";
    };
  }

  private void surface(String name, String graph, SurfaceDocument d) throws XMLStreamException {
    open("standard_surface", "name", "SR_" + name, "type", "surfaceshader");
    for (SurfaceDocument.Value v : d.values()) {
      leaf("input", "name", v.input(), "type", "float", "value", number(v.value()));
    }
    for (Texture t : d.textures()) {
      if (t.use() != Use.DISPLACEMENT) {
        leaf(
            "input",
            "name",
            t.input(),
            "type",
            inputType(t.use()),
            "nodegraph",
            graph,
            "output",
            t.input() + "_out");
      }
    }
    close();
  }

  /** Plain decimals, without exponent and needless zeros. */
  static String number(double v) {
    return Numbers.plain(v);
  }

  private void open(String element, String... attributes) throws XMLStreamException {
    indent();
    xml.writeStartElement(element);
    attributes(attributes);
    depth++;
  }

  private void leaf(String element, String... attributes) throws XMLStreamException {
    indent();
    xml.writeEmptyElement(element);
    attributes(attributes);
  }

  private void close() throws XMLStreamException {
    depth--;
    indent();
    xml.writeEndElement();
  }

  private void attributes(String... a) throws XMLStreamException {
    for (int i = 0; i < a.length; i += 2) {
      xml.writeAttribute(a[i], a[i + 1]);
    }
  }

  private void indent() throws XMLStreamException {
    xml.writeCharacters("\n" + "  ".repeat(depth));
  }
}
