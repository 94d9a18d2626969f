package keepshelf.standins.lanternhouse;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.standins.frame.Evaluation;
import keepshelf.standins.frame.ReadDocument;
import keepshelf.standins.frame.ReadSurface;

/**
 * Resolves what reaches each input of a material's surface, and complains about whatever MaterialX
 * 1.39 does not allow or this renderer does not read.
 */
final class SurfaceReader {
  private static final Set<String> ADDRESS_MODES =
      Set.of("periodic", "clamp", "constant", "mirror");
  private static final Set<String> KNOWN_NODES =
      Set.of(
          "image",
          "triplanarprojection",
          "hextiledimage",
          "hextilednormalmap",
          "position",
          "normal",
          "divide",
          "normalmap",
          "convert",
          "subtract",
          "place2d",
          "texcoord",
          "output",
          "input",
          "multiply",
          "add",
          "extract",
          "power",
          "constant");

  /** Nodes that show a picture. */
  private static final Set<String> PICTURES =
      Set.of("image", "triplanarprojection", "hextiledimage", "hextilednormalmap");

  /** Nodes whose first input is called in1. */
  private static final Set<String> IN_ONE =
      Set.of("subtract", "add", "divide", "power", "multiply");

  /** Units of length of the standard, by how many of them a metre is. */
  private static final Map<String, Double> UNITS =
      Map.of("millimeter", 1000.0, "centimeter", 100.0, "decimeter", 10.0, "meter", 1.0);

  private final Path folder;
  private final Node root;
  private final ReadSurface out;
  private final Set<String> placements = new HashSet<>();
  private Map<String, String> inputs = SurfaceInputs.STANDARD;

  SurfaceReader(Path folder, Node root, ReadDocument document) {
    this.folder = folder;
    this.root = root;
    this.out = document.surface();
  }

  private void complain(String what) {
    out.complain(what);
  }

  /** Reads what stands at each input of the surface of {@code material}. */
  void read(Node material) {
    out.name(material.name());
    Node shaderInput = material.inputs().get("surfaceshader");
    Node surface = shaderInput == null ? null : root.child(shaderInput.get("nodename"));
    boolean open = surface != null && surface.category().equals("open_pbr_surface");
    if (surface == null || !(open || surface.category().equals("standard_surface"))) {
      complain("the material has no standard_surface or open_pbr_surface");
      return;
    }
    inputs = open ? SurfaceInputs.OPEN : SurfaceInputs.STANDARD;
    for (Node in : surface.inputs().values()) {
      surfaceInput(in);
    }
    Node displacement = material.inputs().get("displacementshader");
    if (displacement != null) {
      displacement(root.child(displacement.get("nodename")));
    }
    if (placements.size() > 1) {
      complain("the pictures do not share one placement: " + placements);
    }
  }

  private void surfaceInput(Node in) {
    String wanted = inputs.get(in.name());
    if (wanted == null) {
      complain("the surface has no input “" + in.name() + "”");
      return;
    }
    if (!in.type().equals(wanted)) {
      complain("input “" + in.name() + "” is of type " + in.type() + ", not " + wanted);
    }
    if (in.get("value") != null) {
      out.add(
          new ReadSurface.Input(in.name(), null, null, null, value(in)),
          SurfaceInputs.MEANINGS.get(in.name()));
      return;
    }
    Node graph = root.child(in.get("nodegraph") == null ? "" : in.get("nodegraph"));
    Node output =
        graph == null ? null : graph.child(in.get("output") == null ? "" : in.get("output"));
    if (output == null) {
      complain("input “" + in.name() + "” is connected to nothing");
      return;
    }
    if (!output.type().equals(in.type())) {
      complain(
          "input “"
              + in.name()
              + "” of type "
              + in.type()
              + " is fed by an output of type "
              + output.type());
    }
    resolve(in.name(), graph, output, null);
  }

  private void displacement(Node node) {
    if (node == null || !node.category().equals("displacement")) {
      complain("the material's displacement is connected to nothing");
      return;
    }
    for (String name : node.inputs().keySet()) {
      if (!name.equals("displacement") && !name.equals("scale")) {
        complain("displacement has no input “" + name + "”");
      }
    }
    Node height = node.inputs().get("displacement");
    Node scale = node.inputs().get("scale");
    Double s = scale == null ? Double.valueOf(1) : scalar(scale.get("value"), "scale");
    Node graph = height == null ? null : root.child(height.get("nodegraph"));
    Node output = graph == null ? null : graph.child(height.get("output"));
    if (output == null || !output.type().equals("float")) {
      complain("the displacement is not fed by a float");
      return;
    }
    resolve("displacement", graph, output, s);
  }

  /** Follows the chain behind {@code output} back to its picture. */
  private void resolve(String input, Node graph, Node output, Double scale) {
    String through = scale != null ? "displacement" : null;
    List<Node> steps = new ArrayList<>();
    Node at = graph.child(output.get("nodename"));
    String expectedType = output.type();
    for (int guard = 0; at != null && guard < 16; guard++) {
      if (!KNOWN_NODES.contains(at.category())) {
        complain("the node “" + at.category() + "” is not known in 1.39 here");
        return;
      }
      if (!at.type().equals(expectedType)) {
        complain(
            "“" + at.name() + "” gives " + at.type() + " where " + expectedType + " is needed");
      }
      if (PICTURES.contains(at.category())) {
        boolean normals = at.category().equals("hextilednormalmap");
        image(input, graph, at, normals ? "normalmap" : through, scale, steps);
        return;
      }
      String next = IN_ONE.contains(at.category()) ? "in1" : "in";
      steps.add(at);
      if (at.category().equals("normalmap") || at.category().equals("convert")) {
        through = at.category();
      }
      Node in = at.inputs().get(next);
      if (in == null || in.get("nodename") == null) {
        complain("“" + at.name() + "” has nothing at its input “" + next + "”");
        return;
      }
      expectedType = in.type();
      at = graph.child(in.get("nodename"));
    }
    complain("what feeds “" + input + "” cannot be followed to a picture");
  }

  private void image(
      String input, Node graph, Node image, String through, Double scale, List<Node> steps) {
    boolean sides = image.category().equals("triplanarprojection");
    Node file = image.inputs().get(sides ? "filex" : "file");
    for (String other : sides ? List.of("filey", "filez") : List.<String>of()) {
      Node f = image.inputs().get(other);
      if (f == null || file == null || !f.attributes().get("value").equals(file.get("value"))) {
        complain("“" + image.name() + "” shows other pictures at other sides");
      }
    }
    if (file == null || file.get("value") == null || !file.type().equals("filename")) {
      complain("“" + image.name() + "” names no file");
      return;
    }
    boolean hexagons = image.category().startsWith("hextiled");
    // One channel of a colour is data.
    boolean channel = steps.stream().anyMatch(n -> n.category().equals("extract"));
    boolean colour = image.type().startsWith("color") && !channel;
    String space = file.get("colorspace");
    if (colour && sides) {
      // Marking it would bring the generator down; its curve is undone by nodes.
      if (space != null) {
        complain("the picture of “" + input + "” is marked " + space + " where that is not taken");
      }
      space = curveUndone(steps) ? "srgb_texture" : null;
    }
    if (colour && !"srgb_texture".equals(space)) {
      complain(
          "the colour picture of “" + input + "” is not marked srgb_texture on its file input");
    }
    if (!colour && space != null) {
      complain("the data picture of “" + input + "” is marked " + space);
    }
    if (scale != null) {
      out.middle(centre(graph, steps));
    }
    if ("normalmap".equals(through) && !image.type().equals("vector3")) {
      complain("the normal map is read as " + image.type() + ", not as vector3");
    }
    for (String mode : List.of("uaddressmode", "vaddressmode")) {
      Node m = image.inputs().get(mode);
      if (m != null && !ADDRESS_MODES.contains(String.valueOf(m.get("value")))) {
        complain(
            "“"
                + image.name()
                + "” has the address mode "
                + m.get("value")
                + ", which does not exist");
      }
    }
    Path path = folder.resolve(file.get("value")).normalize();
    if (!Files.exists(Evaluation.firstTile(path))) {
      complain("the picture " + file.get("value") + " is not there");
    }
    if (sides) {
      axes(graph, image);
    } else {
      placement(graph, image);
      out.hexagons(hexagons ? hexagons(graph, image) : 0);
    }
    out.add(
        new ReadSurface.Input(input, path, through, colour ? space : null, scale),
        SurfaceInputs.MEANINGS.get(input));
  }

  /** How far the hexagons are shifted; turned or scaled ones are not shown here. */
  private double hexagons(Node graph, Node image) {
    boolean normals = image.category().equals("hextilednormalmap");
    if (!image.type().equals(normals ? "vector3" : "color3")) {
      complain("“" + image.name() + "” is of type " + image.type());
    }
    for (Node in : image.inputs().values()) {
      if (!SurfaceInputs.HEXAGONS.contains(in.name())
          && !(normals ? SurfaceInputs.HEXAGON_NORMALS : SurfaceInputs.HEXAGON_COLOURS)
              .contains(in.name())) {
        complain("“" + image.name() + "” has no input “" + in.name() + "”");
      }
    }
    if (vector(graph, image, "rotation", 1)[0] != 0 || vector(graph, image, "scale", 1)[0] != 0) {
      complain("the hexagons of “" + image.name() + "” are turned or scaled");
    }
    // Else each map would go over at places of its own, as its brightness has it.
    if (!normals && vector(graph, image, "falloffcontrast", 0.5)[0] != 0) {
      complain("“" + image.name() + "” goes over by its own brightness");
    }
    return vector(graph, image, "offset", 1)[0];
  }

  /** What is taken away from the height before it is scaled. */
  private double centre(Node graph, List<Node> steps) {
    return steps.stream()
        .filter(n -> n.category().equals("subtract"))
        .mapToDouble(n -> vector(graph, n, "in2", 0)[0])
        .sum();
  }

  /** Whether nodes undo the sRGB curve, from the picture on: add, divide, power. */
  private boolean curveUndone(List<Node> steps) {
    String said = "";
    for (Node n : steps.reversed()) {
      Node in = n.inputs().get("in2");
      said += n.category() + " " + (in == null ? "" : in.get("value")) + ";";
    }
    return said.equals("add 0.055;divide 1.055;power 2.4;");
  }

  private void placement(Node graph, Node image) {
    Node in = image.inputs().get("texcoord");
    Node place = in == null ? null : graph.child(in.get("nodename"));
    if (place == null || !place.category().equals("place2d")) {
      placements.add("none");
      return;
    }
    placements.add(place.name());
    double[] scale = vector(graph, place, "scale", 1);
    double[] offset = vector(graph, place, "offset", 0);
    double[] turn = vector(graph, place, "rotate", 0);
    // place2d divides by its scale, so its scale is the width of one tile in UV units; it turns
    // coordinates clockwise and takes the offset away, last or (in its other order) first.
    boolean offsetFirst = vector(graph, place, "operationorder", 0)[0] == 1;
    out.place(
        offsetFirst
            ? new ReadSurface.Placement(scale[0], scale[1], turn[0], offset[0], offset[1])
            : ReadSurface.Placement.ofScaledFirst(
                1 / scale[0], 1 / scale[1], -turn[0], -offset[0], -offset[1]));
  }

  /** What is laid on from three sides is placed by the object's own place over the tile's size. */
  private void axes(Node graph, Node image) {
    Node in = image.inputs().get("position");
    Node divide = in == null ? null : graph.child(in.get("nodename"));
    if (divide == null || !divide.category().equals("divide")) {
      placements.add("none");
      return;
    }
    placements.add(divide.name());
    double[] size = vector(graph, divide, "in2", 1);
    Node control = graph.inputs().get("tile_size");
    String said = control == null ? null : control.get("unit");
    // Without a unit it is the scene's, which is centimetres here.
    double unitsPerMetre = UNITS.getOrDefault(said == null ? "centimeter" : said, 100.0);
    out.place(new ReadSurface.Placement(size[0] / unitsPerMetre, size[1] / unitsPerMetre, 0, 0, 0));
  }

  /** The value of an input, its own or the graph's that it is bound to. */
  private double[] vector(Node graph, Node node, String input, double otherwise) {
    Node in = node.inputs().get(input);
    if (in != null && in.get("interfacename") != null) {
      in = graph.inputs().get(in.get("interfacename"));
      if (in == null) {
        complain("“" + node.name() + "” is bound to a control that does not exist");
      }
    }
    double[] v = {otherwise, otherwise};
    if (in != null && in.get("value") != null) {
      String[] parts = in.get("value").split(",");
      for (int i = 0; i < v.length; i++) {
        v[i] = scalar(parts[Math.min(i, parts.length - 1)].trim(), input);
      }
    }
    return v;
  }

  /** A number, or the first of the three equal ones of a grey colour. */
  private double value(Node in) {
    if (in.type().equals("boolean")) {
      if (!in.get("value").matches("true|false")) {
        complain("“" + in.name() + "” is neither true nor false");
      }
      return in.get("value").equals("true") ? 1 : 0;
    }
    String[] parts = in.get("value").split(",");
    if (parts.length != (wantedColour(in) ? 3 : 1)) {
      complain("“" + in.name() + "” has " + parts.length + " numbers");
    }
    return scalar(parts[0].trim(), in.name());
  }

  private static boolean wantedColour(Node in) {
    return in.type().equals("color3");
  }

  private double scalar(String text, String what) {
    try {
      return Double.parseDouble(text);
    } catch (NumberFormatException | NullPointerException e) {
      complain("“" + what + "” has the value " + text + ", which is no number");
      return 0;
    }
  }
}
