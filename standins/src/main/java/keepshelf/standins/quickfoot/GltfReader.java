package keepshelf.standins.quickfoot;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import keepshelf.standins.frame.ReadSurface;
import keepshelf.standins.frame.ReadSurface.Input;
import keepshelf.standins.frame.ReadSurface.Meaning;
import keepshelf.standins.frame.ReadSurface.Placement;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Reads the first material of a glTF 2.0 document and checks what the engine depends on. */
final class GltfReader {
  private static final String TRANSFORM = "KHR_texture_transform";
  private static final Set<String> EXTENSIONS =
      Set.of(TRANSFORM, "KHR_materials_clearcoat", "KHR_materials_emissive_strength");
  private static final Map<String, Integer> BYTES =
      Map.of("SCALAR", 1, "VEC2", 2, "VEC3", 3, "VEC4", 4);
  private static final int FLOAT = 5126;

  private final Path folder;
  private final JsonNode root;
  private final ReadSurface out = new ReadSurface();
  private final Set<String> used = new HashSet<>();

  private GltfReader(Path document, JsonNode root) {
    this.folder = document.toAbsolutePath().getParent();
    this.root = root;
  }

  static ReadSurface read(Path document) throws IOException {
    JsonNode root = JsonMapper.builder().build().readTree(Files.readAllBytes(document));
    GltfReader r = new GltfReader(document, root);
    r.run();
    return r.out;
  }

  private void run() {
    if (!"2.0".equals(root.path("asset").path("version").asString(""))) {
      out.complain("the asset's version is not 2.0");
    }
    JsonNode material = root.path("materials").path(0);
    if (material.isMissingNode()) {
      out.complain("there is no material");
      return;
    }
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
    JsonNode coat = material.path("extensions").path("KHR_materials_clearcoat");
    if (!coat.isMissingNode()) {
      used.add("KHR_materials_clearcoat");
      texture(coat, "clearcoatTexture", null, null, null);
    }
    extensions();
    geometry();
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
    place(name, info.path("extensions").path(TRANSFORM));
    out.add(new Input(name, file, through, space, null), meaning);
  }

  private void place(String name, JsonNode transform) {
    if (transform.isMissingNode()) {
      out.place(new Placement(1, 0, 0, 0));
      return;
    }
    used.add(TRANSFORM);
    double su = transform.path("scale").path(0).asDouble(1);
    double sv = transform.path("scale").path(1).asDouble(1);
    if (su != sv) {
      out.complain(name + " is stretched: " + su + " by " + sv);
    }
    out.place(
        new Placement(
            1 / su,
            Math.toDegrees(transform.path("rotation").asDouble(0)),
            transform.path("offset").path(0).asDouble(0),
            transform.path("offset").path(1).asDouble(0)));
  }

  private void extensions() {
    Set<String> declared = new HashSet<>();
    root.path("extensionsUsed").forEach(e -> declared.add(e.asString()));
    for (String e : used) {
      if (!declared.contains(e)) {
        out.complain("the extension " + e + " is used and not declared");
      }
    }
    for (String e : declared) {
      if (!EXTENSIONS.contains(e)) {
        out.complain("the extension " + e + " is not known here");
      }
    }
  }

  private void geometry() {
    JsonNode primitive = root.path("meshes").path(0).path("primitives").path(0);
    if (primitive.isMissingNode()) {
      out.complain("there is nothing to show the material on");
      return;
    }
    int count = -1;
    for (String a : new String[] {"POSITION", "NORMAL", "TEXCOORD_0", "TANGENT"}) {
      JsonNode accessor =
          root.path("accessors").path(primitive.path("attributes").path(a).asInt(-1));
      if (accessor.isMissingNode()) {
        out.complain("the mesh has no " + a);
        continue;
      }
      int n = accessor.path("count").asInt();
      if (count >= 0 && n != count) {
        out.complain(a + " has " + n + " entries where " + count + " are needed");
      }
      count = n;
      fits(a, accessor, 4 * BYTES.getOrDefault(accessor.path("type").asString(""), 0));
      if (accessor.path("componentType").asInt() != FLOAT) {
        out.complain(a + " is not stored as floats");
      }
    }
    JsonNode indices = root.path("accessors").path(primitive.path("indices").asInt(-1));
    if (indices.path("count").asInt() % 3 != 0) {
      out.complain("the indices make no whole triangles");
    }
    fits("indices", indices, 4);
  }

  private void fits(String what, JsonNode accessor, int each) {
    JsonNode view = root.path("bufferViews").path(accessor.path("bufferView").asInt(-1));
    long length = (long) accessor.path("count").asInt() * each;
    if (length > view.path("byteLength").asLong()) {
      out.complain(what + " is longer than its part of the buffer");
    }
    JsonNode buffer = root.path("buffers").path(view.path("buffer").asInt(-1));
    Path file = folder.resolve(buffer.path("uri").asString("?"));
    try {
      long end = view.path("byteOffset").asLong() + view.path("byteLength").asLong();
      if (Files.size(file) != buffer.path("byteLength").asLong() || end > Files.size(file)) {
        out.complain("the buffer has another length than is said");
      }
    } catch (IOException e) {
      out.complain("the buffer " + file.getFileName() + " is not there");
    }
  }
}
