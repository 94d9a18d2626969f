package keepshelf.standins.proscenia;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.standins.frame.Evaluation;
import keepshelf.standins.frame.ReadDocument;
import keepshelf.standins.frame.ReadSurface;
import keepshelf.standins.frame.ReadSurface.Input;
import keepshelf.standins.frame.ReadSurface.Meaning;
import keepshelf.standins.frame.ReadSurface.Placement;

/** Resolves what reaches each input of the first UsdPreviewSurface of a stage. */
final class StageReader {
  private static final Map<String, String> INPUTS =
      Map.ofEntries(
          Map.entry("diffuseColor", "color3f"),
          Map.entry("emissiveColor", "color3f"),
          Map.entry("useSpecularWorkflow", "int"),
          Map.entry("specularColor", "color3f"),
          Map.entry("metallic", "float"),
          Map.entry("roughness", "float"),
          Map.entry("clearcoat", "float"),
          Map.entry("clearcoatRoughness", "float"),
          Map.entry("opacity", "float"),
          Map.entry("opacityThreshold", "float"),
          Map.entry("ior", "float"),
          Map.entry("normal", "normal3f"),
          Map.entry("displacement", "float"),
          Map.entry("occlusion", "float"));
  private static final Map<String, Meaning> MEANINGS =
      Map.of(
          "diffuseColor", Meaning.COLOUR,
          "roughness", Meaning.ROUGHNESS,
          "metallic", Meaning.METALLIC,
          "normal", Meaning.NORMAL_UP,
          "opacity", Meaning.OPACITY,
          "emissiveColor", Meaning.EMISSION);
  private static final Set<String> WRAPS =
      Set.of("repeat", "black", "clamp", "mirror", "useMetadata");

  private final Path folder;
  private final Prim root;
  private final ReadDocument document = new ReadDocument();
  private ReadSurface out;

  private StageReader(Path document, Prim root) {
    this.folder = document.toAbsolutePath().getParent();
    this.root = root;
  }

  static ReadDocument read(Path document) throws IOException {
    if (document.toString().endsWith(".usdz")) {
      return StagePackage.read(document);
    }
    StageReader r = new StageReader(document, StageParser.parse(Files.readString(document)));
    r.run();
    return r.document;
  }

  private void run() {
    if (root.metadata("metersPerUnit") == null || root.metadata("upAxis") == null) {
      document.complain("the stage does not say its unit and its upward axis");
    }
    List<Prim> materials = root.all("Material");
    new StageScene(folder, root, document).lights();
    if (materials.isEmpty() && document.lights().isEmpty()) {
      document.complain("there is no material");
      return;
    }
    for (Prim m : materials) {
      out = document.surface();
      out.name(m.name());
      material(m);
    }
    new StageScene(folder, root, document).shapes();
  }

  private void material(Prim material) {
    String surface = material.connection("outputs:surface");
    Prim shader = surface == null ? null : root.at(prim(surface));
    if (shader == null || !"UsdPreviewSurface".equals(shader.text("info:id"))) {
      out.complain("the material’s surface is no UsdPreviewSurface");
      return;
    }
    if (!shader.declares(property(surface))) {
      out.complain("the surface does not declare the output that is connected");
    }
    for (String name : shader.inputs()) {
      input(shader, name);
    }
  }

  private static String prim(String target) {
    return target.substring(1, target.indexOf('.'));
  }

  private static String property(String target) {
    return target.substring(target.indexOf('.') + 1);
  }

  private void input(Prim shader, String name) {
    String wanted = INPUTS.get(name);
    if (wanted == null) {
      out.complain("UsdPreviewSurface has no input “" + name + "”");
      return;
    }
    if (!wanted.equals(shader.type("inputs:" + name))) {
      out.complain("“" + name + "” is of type " + shader.type("inputs:" + name));
    }
    String target = shader.connection("inputs:" + name);
    if (target == null) {
      double v = shader.numbers("inputs:" + name)[0];
      out.add(new Input(name, null, null, null, v), MEANINGS.get(name));
      return;
    }
    Prim texture = root.at(prim(target));
    if (texture == null || !"UsdUVTexture".equals(texture.text("info:id"))) {
      out.complain("“" + name + "” is connected to no picture");
      return;
    }
    if (!texture.declares(property(target))) {
      out.complain("the picture of “" + name + "” does not declare " + property(target));
    }
    boolean three = wanted.endsWith("3f");
    if (three != property(target).equals("outputs:rgb")) {
      out.complain("“" + name + "” is fed by " + property(target));
    }
    texture(name, texture);
  }

  private void texture(String name, Prim texture) {
    String asset = texture.text("inputs:file");
    if (asset == null || !(asset.startsWith("./") || Path.of(asset).isAbsolute())) {
      out.complain("the picture of “" + name + "” is named neither relative nor by its whole path");
      return;
    }
    Path file = folder.resolve(asset).normalize();
    if (!Files.exists(Evaluation.firstTile(file))) {
      out.complain("the picture " + asset + " is not there");
    }
    for (String wrap : new String[] {"inputs:wrapS", "inputs:wrapT"}) {
      String w = texture.text(wrap);
      if (w == null || !WRAPS.contains(w)) {
        out.complain("the picture of “" + name + "” has " + wrap + " = " + w);
      }
    }
    String space = texture.text("inputs:sourceColorSpace");
    boolean colour = name.endsWith("Color");
    if (!(colour ? "sRGB" : "raw").equals(space)) {
      out.complain("the picture of “" + name + "” is read as " + space);
    }
    double[] scale = texture.numbers("inputs:scale");
    double[] bias = texture.numbers("inputs:bias");
    boolean normal = name.equals("normal");
    if (normal && !(is(scale, 2) && is(bias, -1))) {
      out.complain("the normal map is not brought from 0 … 1 to −1 … 1");
    }
    boolean displacement = name.equals("displacement");
    if (displacement) {
      out.middle(scale[0] == 0 ? 0.5 : -bias[0] / scale[0]);
    }
    place(name, texture);
    out.add(
        new Input(
            name,
            file,
            normal ? "normalmap" : displacement ? "displacement" : null,
            colour ? "srgb_texture" : null,
            displacement ? Double.valueOf(scale[0]) : null),
        MEANINGS.get(name));
  }

  private static boolean is(double[] v, double wanted) {
    return v.length >= 3 && v[0] == wanted && v[1] == wanted && v[2] == wanted;
  }

  private void place(String name, Prim texture) {
    String target = texture.connection("inputs:st");
    Prim transform = target == null ? null : root.at(prim(target));
    if (transform == null || !"UsdTransform2d".equals(transform.text("info:id"))) {
      out.complain("the picture of “" + name + "” has no placement");
      return;
    }
    double[] scale = numbers(transform, "inputs:scale");
    double[] translation = numbers(transform, "inputs:translation");
    double[] rotation = numbers(transform, "inputs:rotation");
    String coordinates = transform.connection("inputs:in");
    Prim reader = coordinates == null ? null : root.at(prim(coordinates));
    if (reader == null || !"string".equals(reader.type("inputs:varname"))) {
      out.complain("the placement reads no texture coordinates");
    }
    out.place(
        Placement.ofScaledFirst(scale[0], scale[1], rotation[0], translation[0], translation[1]));
  }

  /** The value of an input, its own or that of the material's input it is connected to. */
  private double[] numbers(Prim p, String input) {
    String target = p.connection(input);
    if (target == null) {
      return p.numbers(input);
    }
    Prim owner = root.at(prim(target));
    return owner == null ? new double[] {1, 1} : owner.numbers(property(target));
  }
}
