package keepshelf.core.format.materialx;

import java.util.Map;
import keepshelf.core.format.Numbers;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Covering;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;

/**
 * The pictures of one surface with their one placement, whose controls are the graph's own inputs:
 * by texture coordinates, as tiles or as hexagons that each show another part of the tile, or laid
 * on from three sides by the place in the object.
 */
final class MaterialXGraph {
  /** Units of length that the standard has names for, by how many of them a metre is. */
  private static final Map<Double, String> UNITS =
      Map.of(1.0, "meter", 10.0, "decimeter", 100.0, "centimeter", 1000.0, "millimeter");

  private final XmlText xml;
  private final SurfaceDocument document;

  MaterialXGraph(XmlText xml, SurfaceDocument document) {
    this.xml = xml;
    this.document = document;
  }

  void write(String graph) {
    xml.open("nodegraph", "name", graph);
    if (document.triplanar()) {
      axes();
    } else {
      coordinates();
    }
    for (Texture t : document.textures()) {
      texture(t);
    }
    for (Texture t : document.textures()) {
      xml.leaf(
          "output",
          "name",
          t.input() + "_out",
          "type",
          inputType(t.use()),
          "nodename",
          lastNode(t));
    }
    xml.close();
  }

  private void control(String name, String type, String value, String shown, String folder) {
    xml.leaf(
        "input", "name", name, "type", type, "value", value, "uiname", shown, "uifolder", folder);
  }

  private void bound(String name, String type, String control) {
    xml.leaf("input", "name", name, "type", type, "interfacename", control);
  }

  private void coordinates() {
    control(
        "tile_size",
        "vector2",
        Numbers.plain(document.tileMetres()) + ", " + Numbers.plain(document.tileHeightMetres()),
        "Tile size (UV units, 1 = 1 m)",
        "Placement");
    control(
        "turn",
        "float",
        Numbers.plain(document.placement().turnDegrees()),
        "Turn (degrees)",
        "Placement");
    control(
        "offset",
        "vector2",
        Numbers.plain(document.placement().right())
            + ", "
            + Numbers.plain(document.placement().up()),
        "Offset (UV units)",
        "Placement");
    if (document.covering() == Covering.HEX_TILED) {
      control("break_up", "float", "1", "Break repetition up (0 = not)", "Placement");
    }
    strength();
    xml.open("texcoord", "name", "uv", "type", "vector2");
    xml.value("index", "integer", "0");
    xml.close();
    xml.open("place2d", "name", "placement", "type", "vector2");
    xml.from("texcoord", "vector2", "uv");
    bound("scale", "vector2", "tile_size");
    bound("rotate", "float", "turn");
    bound("offset", "vector2", "offset");
    // First shifted, then turned, then scaled: so tiles that are no squares are not slanted.
    xml.value("operationorder", "integer", "1");
    xml.close();
  }

  private void axes() {
    String w = Numbers.plain(document.tileMetres() * document.unitsPerMetre());
    String h = Numbers.plain(document.tileHeightMetres() * document.unitsPerMetre());
    String size = w + ", " + h + ", " + w;
    String unit = UNITS.get(document.unitsPerMetre());
    if (unit == null) {
      control("tile_size", "vector3", size, "Tile size (scene units)", "Placement");
    } else {
      xml.leaf(
          "input",
          "name",
          "tile_size",
          "type",
          "vector3",
          "value",
          size,
          "unittype",
          "distance",
          "unit",
          unit,
          "uiname",
          "Tile size",
          "uifolder",
          "Placement");
    }
    control("offset", "vector3", "0, 0, 0", "Offset (scene units)", "Placement");
    control("blend", "float", "0.2", "Blending of the sides", "Placement");
    strength();
    xml.open("position", "name", "place", "type", "vector3");
    xml.value("space", "string", "object");
    xml.close();
    xml.open("normal", "name", "facing", "type", "vector3");
    xml.value("space", "string", "object");
    xml.close();
    xml.open("subtract", "name", "shifted", "type", "vector3");
    xml.from("in1", "vector3", "place");
    bound("in2", "vector3", "offset");
    xml.close();
    xml.open("divide", "name", "placement", "type", "vector3");
    xml.from("in1", "vector3", "shifted");
    bound("in2", "vector3", "tile_size");
    xml.close();
  }

  private void strength() {
    if (document.textures().stream().anyMatch(t -> t.use() == Use.NORMAL)) {
      control("normal_strength", "float", "1", "Normal strength", "Surface");
    }
  }

  private void texture(Texture t) {
    if (document.covering() == Covering.HEX_TILED) {
      hexagons(t);
      after(t);
      return;
    }
    String type =
        switch (t.use()) {
          case COLOUR -> "color3";
          case NORMAL -> "vector3";
          default -> "float";
        };
    if (document.triplanar()) {
      xml.open("triplanarprojection", "name", t.input() + "_image", "type", type);
      for (String side : new String[] {"filex", "filey", "filez"}) {
        file(side, t);
      }
      xml.from("position", "vector3", "placement");
      xml.from("normal", "vector3", "facing");
      bound("blend", "float", "blend");
    } else {
      xml.open("image", "name", t.input() + "_image", "type", type);
      file("file", t);
      xml.from("texcoord", "vector2", "placement");
      xml.value("uaddressmode", "string", "periodic");
      xml.value("vaddressmode", "string", "periodic");
    }
    xml.close();
    after(t);
  }

  /**
   * In hexagons, neither turned nor of another size: grain keeps its direction and a metre stays
   * one. All maps go over into each other at the same places, whatever they show.
   */
  private void hexagons(Texture t) {
    if (t.use() == Use.NORMAL) {
      xml.open("hextilednormalmap", "name", lastNode(t), "type", "vector3");
      hexagon(t);
      bound("strength", "float", "normal_strength");
      xml.close();
      return;
    }
    boolean colour = t.use() == Use.COLOUR;
    String image = t.input() + "_image";
    xml.open("hextiledimage", "name", image, "type", "color3");
    hexagon(t);
    xml.value("falloffcontrast", "float", "0");
    xml.close();
    if (!colour) {
      // It is of colours only.
      xml.open("extract", "name", t.input() + "_grey", "type", "float");
      xml.from("in", "color3", image);
      xml.value("index", "integer", "0");
      xml.close();
    }
  }

  private void hexagon(Texture t) {
    file("file", t);
    xml.from("texcoord", "vector2", "placement");
    xml.value("rotation", "float", "0");
    xml.value("scale", "float", "0");
    bound("offset", "float", "break_up");
  }

  private void file(String input, Texture t) {
    // Marked as a colour, a file of this node brings the standard's own generator down.
    if (t.use() == Use.COLOUR && !document.triplanar()) {
      xml.leaf(
          "input",
          "name",
          input,
          "type",
          "filename",
          "value",
          t.file(),
          "colorspace",
          "srgb_texture");
    } else {
      xml.value(input, "filename", t.file());
    }
  }

  /** What turns the picture's samples into what the input takes. */
  private void after(Texture t) {
    switch (t.use()) {
      case COLOUR -> {
        if (document.triplanar()) {
          linear(t.input());
        }
      }
      case NORMAL -> {
        if (document.covering() == Covering.HEX_TILED) {
          return;
        }
        xml.open("normalmap", "name", lastNode(t), "type", "vector3");
        xml.from("in", "vector3", t.input() + "_image");
        bound("scale", "float", "normal_strength");
        xml.close();
      }
      case GREY_AS_COLOUR -> {
        xml.open("convert", "name", lastNode(t), "type", "color3");
        xml.from("in", "float", grey(t));
        xml.close();
      }
      case DISPLACEMENT -> {
        // Half grey stays where it is, so that the object keeps its size.
        xml.open("subtract", "name", lastNode(t), "type", "float");
        xml.from("in1", "float", grey(t));
        xml.value("in2", "float", Numbers.plain(document.displacementMiddle()));
        xml.close();
      }
      default -> {}
    }
  }

  /**
   * The sRGB curve undone by nodes: ((c + 0.055) / 1.055) ^ 2.4, whose straight end near black is
   * less than a thousandth away from it. (IEC 61966-2-1)
   */
  private void linear(String input) {
    step(input + "_raised", "add", input + "_image", "0.055");
    step(input + "_scaled", "divide", input + "_raised", "1.055");
    step(input + "_linear", "power", input + "_scaled", "2.4");
  }

  private void step(String name, String category, String from, String number) {
    xml.open(category, "name", name, "type", "color3");
    xml.from("in1", "color3", from);
    xml.value("in2", "float", number);
    xml.close();
  }

  private String lastNode(Texture t) {
    return switch (t.use()) {
      case COLOUR -> t.input() + (document.triplanar() ? "_linear" : "_image");
      case NORMAL -> "normal_map";
      case GREY_AS_COLOUR -> t.input() + "_color";
      case DISPLACEMENT -> "height_centred";
      default -> grey(t);
    };
  }

  /** The node that gives a picture's grey. */
  private String grey(Texture t) {
    return t.input() + (document.covering() == Covering.HEX_TILED ? "_grey" : "_image");
  }

  static String inputType(Use use) {
    return switch (use) {
      case COLOUR, GREY_AS_COLOUR -> "color3";
      case NORMAL -> "vector3";
      default -> "float";
    };
  }
}
