package keepshelf.core.format.gltf;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.format.Light;
import keepshelf.core.format.Scene;
import keepshelf.core.format.Shape;
import keepshelf.core.json.Json;

/**
 * Writes a {@link Scene} as glTF 2.0 (Khronos Group, 2021): materials whose pictures share one
 * KHR_texture_transform, meshes in a buffer beside, lights by KHR_lights_punctual, a camera.
 */
public final class GltfWriter {
  private static final String LIGHTS = "KHR_lights_punctual";
  private static final int REPEAT = 10497;

  private final Scene scene;
  private final String buffer;
  private final Set<String> extensions = new LinkedHashSet<>();
  private final List<Map<String, Object>> nodes = new ArrayList<>();

  private GltfWriter(Scene scene, String buffer) {
    this.scene = scene;
    this.buffer = buffer;
  }

  /**
   * The document.
   *
   * @param buffer file name of {@link GltfBuffer#bytes} beside it
   */
  public static byte[] write(Scene scene, String buffer) {
    return Json.pretty(new GltfWriter(scene, buffer).all());
  }

  private Map<String, Object> all() {
    GltfMaterials materials = new GltfMaterials(extensions);
    List<String> names = scene.identifiers();
    List<Map<String, Object>> written = new ArrayList<>();
    for (int i = 0; i < names.size(); i++) {
      written.add(materials.material(scene.surfaces().get(i), names.get(i)));
    }
    GltfBuffer geometry = new GltfBuffer(scene);
    for (int i = 0; i < scene.shapes().size(); i++) {
      nodes.add(ordered("name", scene.shapes().get(i).name(), "mesh", i));
    }
    List<Map<String, Object>> lights = lights();
    if (scene.camera()) {
      nodes.add(camera());
    }
    Map<String, Object> g = new LinkedHashMap<>();
    g.put("asset", ordered("version", "2.0", "generator", "Keep Shelf"));
    if (!extensions.isEmpty()) {
      g.put("extensionsUsed", extensions);
    }
    if (!lights.isEmpty()) {
      g.put("extensions", ordered(LIGHTS, ordered("lights", lights)));
    }
    g.put("scene", 0);
    List<Integer> all = new ArrayList<>();
    for (int i = 0; i < nodes.size(); i++) {
      all.add(i);
    }
    g.put("scenes", List.of(ordered("name", scene.name(), "nodes", all)));
    g.put("nodes", nodes);
    if (!written.isEmpty()) {
      g.put("materials", written);
    }
    pictures(g, materials.files());
    if (!scene.shapes().isEmpty()) {
      g.put("meshes", meshes(geometry));
      g.put("accessors", geometry.accessors());
      g.put("bufferViews", geometry.views());
      g.put("buffers", List.of(ordered("uri", escaped(buffer), "byteLength", geometry.length())));
    }
    if (scene.camera()) {
      g.put(
          "cameras",
          List.of(
              ordered(
                  "type",
                  "perspective",
                  "perspective",
                  ordered("yfov", Math.toRadians(Scene.VIEW_DEGREES), "znear", 0.01))));
    }
    return g;
  }

  private static void pictures(Map<String, Object> g, List<String> files) {
    if (files.isEmpty()) {
      return;
    }
    g.put("images", files.stream().map(f -> Map.of("uri", escaped(f))).toList());
    g.put("samplers", List.of(ordered("wrapS", REPEAT, "wrapT", REPEAT)));
    List<Map<String, Object>> textures = new ArrayList<>();
    for (int i = 0; i < files.size(); i++) {
      textures.add(ordered("sampler", 0, "source", i));
    }
    g.put("textures", textures);
  }

  private static String escaped(String path) {
    return path.replace("%", "%25").replace(" ", "%20");
  }

  /** A map of the pairs in their order. */
  static Map<String, Object> ordered(Object... pairs) {
    Map<String, Object> m = new LinkedHashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      m.put((String) pairs[i], pairs[i + 1]);
    }
    return m;
  }

  private List<Map<String, Object>> meshes(GltfBuffer geometry) {
    List<Map<String, Object>> meshes = new ArrayList<>();
    for (int i = 0; i < scene.shapes().size(); i++) {
      Shape s = scene.shapes().get(i);
      meshes.add(
          ordered(
              "name",
              s.name(),
              "primitives",
              List.of(
                  ordered(
                      "attributes",
                      geometry.attributes(i),
                      "indices",
                      geometry.indices(i),
                      "material",
                      s.surface()))));
    }
    return meshes;
  }

  private List<Map<String, Object>> lights() {
    List<Map<String, Object>> out = new ArrayList<>();
    for (Light light : scene.lights()) {
      switch (light) {
        case Light.Panel p -> {
          // The strength of a small panel straight ahead of it: radiance by area, in candela.
          out.add(
              ordered(
                  "name",
                  "Panel",
                  "type",
                  "spot",
                  "intensity",
                  p.strength() * p.side() * p.side(),
                  "spot",
                  ordered("innerConeAngle", 0.6, "outerConeAngle", 1.2)));
          node("Panel", p.at(), p.target(), out.size() - 1);
        }
        case Light.Sun s -> {
          out.add(
              ordered(
                  "name",
                  "Sun",
                  "type",
                  "directional",
                  "color",
                  List.of(s.red(), s.green(), s.blue()),
                  "intensity",
                  s.lux()));
          double e = Math.toRadians(s.elevationDegrees());
          double a = Math.toRadians(s.azimuthDegrees());
          double[] from = {Math.cos(e) * Math.sin(a), Math.sin(e), -Math.cos(e) * Math.cos(a)};
          node("Sun", from, new double[3], out.size() - 1);
        }
        case Light.Dome d ->
            throw new IllegalArgumentException("glTF 2.0 has no panoramas that give light");
      }
    }
    return out;
  }

  private void node(String name, double[] from, double[] to, int light) {
    extensions.add(LIGHTS);
    Map<String, Object> n = ordered("name", name);
    n.put("translation", List.of(from[0], from[1], from[2]));
    n.put("rotation", looking(from, to));
    n.put("extensions", ordered(LIGHTS, ordered("light", light)));
    nodes.add(n);
  }

  private static Map<String, Object> camera() {
    double[] c = Scene.CAMERA;
    return ordered(
        "name",
        "Camera",
        "camera",
        0,
        "translation",
        List.of(c[0], c[1], c[2]),
        "rotation",
        looking(c, Scene.TARGET));
  }

  /** The quaternion that turns -z towards the target: first about x, then about y. */
  private static List<Double> looking(double[] from, double[] to) {
    double x = to[0] - from[0];
    double y = to[1] - from[1];
    double z = to[2] - from[2];
    double about = Math.atan2(-x, -z) / 2;
    double up = Math.atan2(y, Math.hypot(x, z)) / 2;
    return List.of(
        Math.cos(about) * Math.sin(up),
        Math.sin(about) * Math.cos(up),
        -Math.sin(about) * Math.sin(up),
        Math.cos(about) * Math.cos(up));
  }
}
