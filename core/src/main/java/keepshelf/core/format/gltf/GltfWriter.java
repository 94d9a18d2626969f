package keepshelf.core.format.gltf;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.format.PreviewMesh;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.store.Json;

/**
 * Writes a {@link SurfaceDocument} as glTF 2.0: one material, every picture with the same
 * KHR_texture_transform, on a ball and a floor so that any viewer shows it.
 */
public final class GltfWriter {
  private static final String TRANSFORM = "KHR_texture_transform";
  private static final int ARRAY = 34962;
  private static final int INDICES = 34963;
  private static final int FLOAT = 5126;
  private static final int UNSIGNED = 5125;
  private static final int REPEAT = 10497;

  private final SurfaceDocument document;
  private final String buffer;
  private final List<String> files = new ArrayList<>();
  private final List<String> extensions = new ArrayList<>();

  private GltfWriter(SurfaceDocument document, String buffer) {
    this.document = document;
    this.buffer = buffer;
  }

  /**
   * The document.
   *
   * @param buffer file name of {@link #mesh()} beside it
   */
  public static byte[] write(SurfaceDocument d, String buffer) {
    return Json.pretty(new GltfWriter(d, buffer).all());
  }

  /** The bytes of the ball and floor: positions, normals, tangents, coordinates, triangles. */
  public static byte[] mesh() {
    PreviewMesh m = PreviewMesh.ballAndFloor();
    int floats = m.positions().length + m.normals().length + m.tangents().length + m.uvs().length;
    ByteBuffer b =
        ByteBuffer.allocate(4 * (floats + m.triangles().length)).order(ByteOrder.LITTLE_ENDIAN);
    for (float[] part : List.of(m.positions(), m.normals(), m.tangents(), m.uvs())) {
      for (float f : part) {
        b.putFloat(f);
      }
    }
    for (int i : m.triangles()) {
      b.putInt(i);
    }
    return b.array();
  }

  private Map<String, Object> all() {
    Map<String, Object> material = material();
    Map<String, Object> g = new LinkedHashMap<>();
    g.put("asset", ordered("version", "2.0", "generator", "Keep Shelf"));
    if (!extensions.isEmpty()) {
      g.put("extensionsUsed", extensions);
    }
    g.put("scene", 0);
    g.put("scenes", List.of(Map.of("nodes", List.of(0))));
    g.put("nodes", List.of(ordered("name", "Sample", "mesh", 0)));
    g.put("materials", List.of(material));
    if (!files.isEmpty()) {
      g.put("images", files.stream().map(f -> Map.of("uri", escaped(f))).toList());
      g.put("samplers", List.of(ordered("wrapS", REPEAT, "wrapT", REPEAT)));
      List<Map<String, Object>> textures = new ArrayList<>();
      for (int i = 0; i < files.size(); i++) {
        textures.add(ordered("sampler", 0, "source", i));
      }
      g.put("textures", textures);
    }
    geometry(g);
    return g;
  }

  private static String escaped(String path) {
    return path.replace("%", "%25").replace(" ", "%20");
  }

  private static Map<String, Object> ordered(Object... pairs) {
    Map<String, Object> m = new LinkedHashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      m.put((String) pairs[i], pairs[i + 1]);
    }
    return m;
  }

  private Map<String, Object> material() {
    Map<String, Object> m = ordered("name", document.name());
    Map<String, Object> pbr = new LinkedHashMap<>();
    put(pbr, "baseColorTexture");
    put(pbr, "metallicRoughnessTexture");
    boolean packed = pbr.containsKey("metallicRoughnessTexture");
    pbr.put("metallicFactor", packed ? 1 : value("metallicFactor", 0));
    pbr.put("roughnessFactor", packed ? 1 : value("roughnessFactor", 0.6));
    m.put("pbrMetallicRoughness", pbr);
    put(m, "normalTexture");
    put(m, "occlusionTexture");
    put(m, "emissiveTexture");
    if (m.containsKey("emissiveTexture")) {
      m.put("emissiveFactor", List.of(1, 1, 1));
    }
    if (document.cutOut()) {
      m.put("alphaMode", "MASK");
      m.put("alphaCutoff", 0.5);
      m.put("doubleSided", true);
    }
    Map<String, Object> coat = new LinkedHashMap<>();
    put(coat, "clearcoatTexture");
    if (!coat.isEmpty()) {
      coat.put("clearcoatFactor", 1);
      extension("KHR_materials_clearcoat");
      m.put("extensions", ordered("KHR_materials_clearcoat", coat));
    }
    return m;
  }

  private double value(String input, double otherwise) {
    return document.values().stream()
        .filter(v -> v.input().equals(input))
        .mapToDouble(SurfaceDocument.Value::value)
        .findFirst()
        .orElse(otherwise);
  }

  private void extension(String name) {
    if (!extensions.contains(name)) {
      extensions.add(name);
    }
  }

  private void put(Map<String, Object> to, String input) {
    Texture t = document.texture(input).orElse(null);
    if (t == null) {
      return;
    }
    int index = files.indexOf(t.file());
    if (index < 0) {
      index = files.size();
      files.add(t.file());
    }
    extension(TRANSFORM);
    double s = 1 / document.tileMetres();
    Map<String, Object> transform =
        ordered(
            "offset",
            List.of(document.offsetU(), document.offsetV()),
            "rotation",
            Math.toRadians(document.turnDegrees()),
            "scale",
            List.of(s, s));
    to.put(input, ordered("index", index, "extensions", ordered(TRANSFORM, transform)));
  }

  private void geometry(Map<String, Object> g) {
    PreviewMesh m = PreviewMesh.ballAndFloor();
    g.put(
        "meshes",
        List.of(
            ordered(
                "primitives",
                List.of(
                    ordered(
                        "attributes",
                        ordered("POSITION", 0, "NORMAL", 1, "TANGENT", 2, "TEXCOORD_0", 3),
                        "indices",
                        4,
                        "material",
                        0)))));
    List<Map<String, Object>> accessors = new ArrayList<>();
    List<Map<String, Object>> views = new ArrayList<>();
    int at = 0;
    float[][] parts = {m.positions(), m.normals(), m.tangents(), m.uvs()};
    String[] types = {"VEC3", "VEC3", "VEC4", "VEC2"};
    for (int i = 0; i < parts.length; i++) {
      views.add(
          ordered(
              "buffer", 0, "byteOffset", at, "byteLength", parts[i].length * 4, "target", ARRAY));
      at += parts[i].length * 4;
      Map<String, Object> a =
          ordered("bufferView", i, "componentType", FLOAT, "count", m.count(), "type", types[i]);
      if (i == 0) {
        a.put("min", bound(m.positions(), true));
        a.put("max", bound(m.positions(), false));
      }
      accessors.add(a);
    }
    views.add(
        ordered(
            "buffer",
            0,
            "byteOffset",
            at,
            "byteLength",
            m.triangles().length * 4,
            "target",
            INDICES));
    accessors.add(
        ordered(
            "bufferView",
            parts.length,
            "componentType",
            UNSIGNED,
            "count",
            m.triangles().length,
            "type",
            "SCALAR"));
    g.put("accessors", accessors);
    g.put("bufferViews", views);
    g.put(
        "buffers",
        List.of(ordered("uri", escaped(buffer), "byteLength", at + m.triangles().length * 4)));
  }

  private static List<Float> bound(float[] positions, boolean least) {
    Float[] b = new Float[3];
    for (int i = 0; i < positions.length; i++) {
      int c = i % 3;
      float v = positions[i];
      b[c] = b[c] == null ? v : least ? Math.min(b[c], v) : Math.max(b[c], v);
    }
    return List.of(b);
  }
}
