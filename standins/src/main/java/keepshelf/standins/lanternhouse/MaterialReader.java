package keepshelf.standins.lanternhouse;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import keepshelf.standins.frame.ObjShapes;
import keepshelf.standins.frame.ReadDocument;
import keepshelf.standins.frame.ReadDocument.ReadLight;
import keepshelf.standins.frame.ReadDocument.ReadShape;

/** Reads all materials, the lights and the look of a document, and the shapes beside it. */
final class MaterialReader {
  private final Path document;
  private final Node root;
  private final ReadDocument out = new ReadDocument();

  private MaterialReader(Path document, Node root) {
    this.document = document;
    this.root = root;
  }

  static ReadDocument read(Path document, Node root) throws IOException {
    MaterialReader r = new MaterialReader(document, root);
    r.run();
    return r.out;
  }

  private void run() throws IOException {
    if (!root.category().equals("materialx")) {
      out.complain("the document's root is " + root.category() + ", not materialx");
      return;
    }
    if (!"1.39".equals(root.get("version"))) {
      out.complain("the document's version is " + root.get("version") + ", 1.39 is read");
    }
    if (!"lin_rec709".equals(root.get("colorspace"))) {
      out.complain(
          "the document's working space is " + root.get("colorspace") + ", lin_rec709 is used");
    }
    Path folder = document.toAbsolutePath().getParent();
    List<Node> materials = root.of("surfacematerial");
    List<Node> lights = root.of("light");
    if (materials.isEmpty() && lights.isEmpty()) {
      out.complain("there is no surfacematerial");
      return;
    }
    for (Node m : materials) {
      new SurfaceReader(folder, root, out).read(m);
    }
    for (Node l : lights) {
      light(folder, l);
    }
    shapes();
  }

  private void light(Path folder, Node light) {
    Node edf = feeding(light, "edf");
    Node picture = edf == null ? null : feeding(edf, "color");
    if (edf == null || !edf.category().equals("uniform_edf")) {
      out.complain("the light has no uniform_edf");
    } else if (picture == null || !picture.category().equals("latlongimage")) {
      out.complain("the light's colour is no panorama");
    } else {
      Node file = picture.inputs().get("file");
      String value = file == null ? "" : String.valueOf(file.get("value"));
      Path path = folder.resolve(value).normalize();
      if (!Files.exists(path)) {
        out.complain("the panorama " + value + " is not there");
      }
      String space = file == null ? null : file.get("colorspace");
      if (!"lin_rec709".equals(space)) {
        out.complain("the panorama is read as " + space);
      }
      out.add(
          new ReadLight(
              "dome",
              path,
              Map.of("turn", number(picture, "rotation", 0), "brightness", strength(light))));
    }
  }

  private Node feeding(Node node, String input) {
    Node in = node.inputs().get(input);
    return in == null || in.get("nodename") == null ? null : root.child(in.get("nodename"));
  }

  private double number(Node node, String input, double otherwise) {
    Node in = node.inputs().get(input);
    try {
      return in == null ? otherwise : Double.parseDouble(in.get("value"));
    } catch (NumberFormatException | NullPointerException e) {
      out.complain("“" + input + "” is no number");
      return otherwise;
    }
  }

  private double strength(Node light) {
    Node in = light.inputs().get("intensity");
    if (in != null && !in.type().equals("float")) {
      out.complain("the light's intensity is of type " + in.type() + ", not float");
      return 1;
    }
    return number(light, "intensity", 1);
  }

  /** The shapes that the look gives materials to, from the OBJ of the document's name. */
  private void shapes() throws IOException {
    String name = document.getFileName().toString();
    Path object = document.resolveSibling(name.replaceFirst("\\.mtlx$", ".obj"));
    List<Node> looks = root.of("look");
    if (looks.isEmpty() || !Files.exists(object)) {
      return;
    }
    ObjShapes.read(object, out, unit(object), null);
    for (Node assign : looks.getFirst().of("materialassign")) {
      String geometry = assign.get("geom");
      ReadShape shape =
          out.shapes().stream()
              .filter(s -> ("/" + s.name()).equals(geometry))
              .findFirst()
              .orElse(null);
      if (shape == null) {
        out.complain("the look gives a material to " + geometry + ", which is not there");
      } else if (shape.surface() != out.surfaceNamed(assign.get("material"))) {
        out.complain("the look gives " + geometry + " another material than the object does");
      }
    }
  }

  /** Units to a metre, as the first line of the object says; metres else. */
  private static double unit(Path object) throws IOException {
    String said = "# lengths are in units of ";
    try (var lines = Files.lines(object)) {
      String first = lines.findFirst().orElse("");
      return first.startsWith(said)
          ? 1 / Double.parseDouble(first.substring(said.length()).replace(" m", ""))
          : 1;
    }
  }
}
