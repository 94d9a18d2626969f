package keepshelf.standins.quickfoot;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Locale;
import java.util.Set;
import keepshelf.standins.frame.ReadDocument;
import keepshelf.standins.frame.ReadSurface;
import keepshelf.standins.frame.ReadSurface.Input;
import keepshelf.standins.frame.ReadSurface.Meaning;
import keepshelf.standins.frame.ReadSurface.Placement;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Reads the materials of a glTF 2.0 document and checks what the engine depends on. */
final class GltfReader {
  private static final String TRANSFORM = "KHR_texture_transform";
  private static final Set<String> EXTENSIONS =
      Set.of(
          TRANSFORM,
          "KHR_materials_clearcoat",
          "KHR_materials_emissive_strength",
          "KHR_materials_sheen",
          "KHR_materials_transmission",
          "KHR_materials_ior",
          "KHR_materials_volume",
          "KHR_materials_unlit",
          "KHR_lights_punctual");

  private final Path folder;
  private final JsonNode root;
  private final ReadDocument document = new ReadDocument();
  private final Set<String> used = new HashSet<>();
  private ReadSurface out;

  GltfReader(Path folder, JsonNode root) {
    this.folder = folder;
    this.root = root;
  }

  static ReadDocument read(Path file) throws IOException {
    if (file.toString().endsWith(".glb")) {
      return GlbReader.read(file);
    }
    JsonNode root = JsonMapper.builder().build().readTree(Files.readAllBytes(file));
    return new GltfReader(file.toAbsolutePath().getParent(), root).run();
  }

  ReadDocument run() throws IOException {
    if (!"2.0".equals(root.path("asset").path("version").asString(""))) {
      document.complain("the asset's version is not 2.0");
    }
    if (root.path("materials").isEmpty()) {
      document.complain("there is no material");
      return document;
    }
    for (JsonNode material : root.path("materials")) {
      out = document.surface();
      material(material);
    }
    used.addAll(new GltfScene(folder, root, document).read());
    extensions();
    return document;
  }

  private void material(JsonNode material) {
    out.name(material.path("name").asString(""));
    JsonNode pbr = material.path("pbrMetallicRoughness");
    texture(pbr, "baseColorTexture", null, "srgb_texture", Meaning.COLOUR);
    texture(pbr, "metallicRoughnessTexture", "packed", null, Meaning.ROUGHNESS_METALLIC);
    factor(pbr, "metallicFactor", Meaning.METALLIC, pbr.has("metallicRoughnessTexture"));
    factor(pbr, "roughnessFactor", Meaning.ROUGHNESS, pbr.has("metallicRoughnessTexture"));
    texture(material, "normalTexture", "normalmap", null, Meaning.NORMAL_UP);
    texture(material, "occlusionTexture", null, null, null);
    texture(material, "emissiveTexture", null, "srgb_texture", Meaning.EMISSION);
    emission(material);
    alpha(material);
    material.path("extensions").propertyNames().forEach(used::add);
    layer(material, "KHR_materials_clearcoat", "clearcoatTexture", "clearcoatFactor", null);
    layer(material, "KHR_materials_sheen", "sheenColorTexture", "sheenColorFactor", "srgb_texture");
    layer(
        material, "KHR_materials_transmission", "transmissionTexture", "transmissionFactor", null);
    values(material);
  }

  private void layer(
      JsonNode material, String extension, String input, String factor, String space) {
    JsonNode layer = material.path("extensions").path(extension);
    if (!layer.isMissingNode()) {
      texture(layer, input, null, space, null);
      if (layer.has(input) && !layer.has(factor)) {
        out.complain(input + " is there, but " + factor + " is nothing");
      }
    }
  }

  /** Plain numbers that stay editable, by their own names. */
  private void values(JsonNode material) {
    number(material, "alphaCutoff");
    JsonNode more = material.path("extensions");
    number(more.path("KHR_materials_ior"), "ior");
    number(more.path("KHR_materials_clearcoat"), "clearcoatFactor");
    number(more.path("KHR_materials_clearcoat"), "clearcoatRoughnessFactor");
    number(more.path("KHR_materials_transmission"), "transmissionFactor");
    number(more.path("KHR_materials_volume"), "thicknessFactor");
    JsonNode strength = more.path("KHR_materials_emissive_strength").path("emissiveStrength");
    double factor = material.path("emissiveFactor").path(0).asDouble(0);
    if (material.has("emissiveTexture")) {
      double all = factor * strength.asDouble(1);
      out.add(new Input("emissiveStrength", null, null, null, all), null);
    }
    JsonNode body = more.path("KHR_materials_volume");
    if (!body.isMissingNode() && more.path("KHR_materials_transmission").isMissingNode()) {
      out.complain("there is a body, but no light goes through it");
    }
  }

  private void number(JsonNode owner, String name) {
    if (owner.has(name)) {
      out.add(new Input(name, null, null, null, owner.path(name).asDouble()), null);
    }
  }

  private void emission(JsonNode material) {
    JsonNode factor = material.path("emissiveFactor");
    boolean dark = factor.isMissingNode();
    if (material.has("emissiveTexture") && dark) {
      out.complain("there is a picture of emission, but its factor is black");
    }
    for (JsonNode f : factor) {
      if (f.asDouble() > 1 || f.asDouble() < 0) {
        out.complain("the factor of emission is outside 0 to 1");
      }
    }
  }

  private void alpha(JsonNode material) {
    String mode = material.path("alphaMode").asString("OPAQUE");
    if (!Set.of("OPAQUE", "MASK", "BLEND").contains(mode)) {
      out.complain("the alpha mode " + mode + " does not exist");
    }
    if (!mode.equals("OPAQUE")) {
      out.seenThroughColour();
    }
    if (material.has("alphaCutoff") && !mode.equals("MASK")) {
      out.complain("an alpha cut-off stands without the mode MASK");
    }
  }

  private void factor(JsonNode node, String name, Meaning meaning, boolean pictured) {
    double v = node.path(name).asDouble(1);
    if (pictured && v != 1) {
      out.complain(name + " changes the picture it stands beside");
    }
    if (!pictured) {
      out.add(new Input(name, null, null, null, v), meaning);
    }
  }

  private void texture(JsonNode owner, String name, String through, String space, Meaning meaning) {
    JsonNode info = owner.path(name);
    if (info.isMissingNode()) {
      return;
    }
    JsonNode texture = root.path("textures").path(info.path("index").asInt(-1));
    JsonNode image = root.path("images").path(texture.path("source").asInt(-1));
    String uri = image.path("uri").asString("");
    if (uri.isEmpty()) {
      out.complain(name + " leads to no picture");
      return;
    }
    String ending = uri.substring(uri.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    if (!Set.of("png", "jpg", "jpeg").contains(ending)) {
      out.complain(name + " is a " + ending + "; only PNG and JPEG are read");
    }
    Path file = folder.resolve(uri.replace("%20", " ").replace("%25", "%")).normalize();
    if (!Files.exists(file)) {
      out.complain("the picture " + uri + " is not there");
    }
    JsonNode sampler = root.path("samplers").path(texture.path("sampler").asInt(-1));
    for (String wrap : new String[] {"wrapS", "wrapT"}) {
      if (sampler.path(wrap).asInt(10497) != 10497) {
        out.complain(name + " is not repeated");
      }
    }
    place(info.path("extensions").path(TRANSFORM));
    out.add(new Input(name, file, through, space, null), meaning);
  }

  private void place(JsonNode transform) {
    if (transform.isMissingNode()) {
      out.place(Placement.WHOLE);
      return;
    }
    used.add(TRANSFORM);
    double across = transform.path("scale").path(0).asDouble(1);
    double down = transform.path("scale").path(1).asDouble(1);
    double turn = transform.path("rotation").asDouble(0);
    // Here v runs downwards from the upper left corner, in the placement upwards from the lower.
    out.place(
        Placement.ofScaledFirst(
            across,
            down,
            Math.toDegrees(turn),
            transform.path("offset").path(0).asDouble(0) + Math.sin(turn) * down,
            1 - Math.cos(turn) * down - transform.path("offset").path(1).asDouble(0)));
  }

  private void extensions() {
    Set<String> declared = new HashSet<>();
    root.path("extensionsUsed").forEach(e -> declared.add(e.asString()));
    for (String e : used) {
      if (!declared.contains(e)) {
        document.complain("the extension " + e + " is used and not declared");
      }
    }
    for (String e : declared) {
      if (!EXTENSIONS.contains(e)) {
        document.complain("the extension " + e + " is not known here");
      }
    }
  }
}
