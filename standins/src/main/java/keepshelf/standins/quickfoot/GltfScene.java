package keepshelf.standins.quickfoot;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import keepshelf.standins.frame.ReadDocument;
import keepshelf.standins.frame.ReadDocument.ReadLight;
import keepshelf.standins.frame.ReadDocument.ReadShape;
import tools.jackson.databind.JsonNode;

/** The meshes and lights of a glTF 2.0 document. */
final class GltfScene {
  private static final String LIGHTS = "KHR_lights_punctual";
  private static final Map<String, Integer> COUNT =
      Map.of("SCALAR", 1, "VEC2", 2, "VEC3", 3, "VEC4", 4);
  private static final int FLOAT = 5126;
  private static final int UNSIGNED = 5125;

  private final Path folder;
  private final JsonNode root;
  private final ReadDocument out;
  private final Map<Integer, ByteBuffer> buffers = new HashMap<>();
  private final Set<String> used = new HashSet<>();

  GltfScene(Path folder, JsonNode root, ReadDocument out) {
    this.folder = folder;
    this.root = root;
    this.out = out;
  }

  /** Reads all that is in the scene; returns the extensions that it uses. */
  Set<String> read() {
    boolean any = false;
    for (JsonNode node : root.path("nodes")) {
      if (node.has("mesh")) {
        JsonNode mesh = root.path("meshes").path(node.path("mesh").asInt(-1));
        any |= !mesh.isMissingNode();
        for (JsonNode primitive : mesh.path("primitives")) {
          shape(node.path("name").asString(mesh.path("name").asString("")), primitive);
        }
      }
      JsonNode light = node.path("extensions").path(LIGHTS).path("light");
      if (!light.isMissingNode()) {
        used.add(LIGHTS);
        light(node, root.path("extensions").path(LIGHTS).path("lights").path(light.asInt(-1)));
      }
    }
    if (!any) {
      out.complain("there is nothing to show the material on");
    }
    return used;
  }

  private void shape(String name, JsonNode primitive) {
    JsonNode attributes = primitive.path("attributes");
    float[] positions = floats(attributes, "POSITION", 3);
    float[] normals = floats(attributes, "NORMAL", 3);
    float[] uvs = floats(attributes, "TEXCOORD_0", 2);
    int[] triangles = corners(primitive);
    if (positions == null || normals == null || uvs == null || triangles == null) {
      return;
    }
    int surface = primitive.path("material").asInt(-1);
    JsonNode material = root.path("materials").path(surface);
    if (material.isMissingNode()) {
      out.complain("the mesh “" + name + "” has no material");
      surface = -1;
    }
    if (material.has("normalTexture")) {
      tangents(name, attributes, positions.length / 3);
    }
    int n = positions.length / 3;
    if (normals.length != n * 3 || uvs.length != n * 2) {
      out.complain("the mesh “" + name + "” has not one normal and coordinate a point");
      return;
    }
    for (int t : triangles) {
      if (t < 0 || t >= n) {
        out.complain("the indices of “" + name + "” lead to points that do not exist");
        return;
      }
    }
    // Pictures begin at the top here; the renderer counts upwards.
    for (int i = 1; i < uvs.length; i += 2) {
      uvs[i] = 1 - uvs[i];
    }
    out.add(new ReadShape(name, positions, normals, uvs, triangles, surface));
  }

  private void tangents(String name, JsonNode attributes, int points) {
    float[] t = floats(attributes, "TANGENT", 4);
    for (int i = 0; t != null && i < t.length; i += 4) {
      double l = Math.sqrt(t[i] * t[i] + t[i + 1] * t[i + 1] + t[i + 2] * t[i + 2]);
      if (t.length != points * 4 || Math.abs(l - 1) > 1e-3 || Math.abs(t[i + 3]) != 1) {
        out.complain("the tangents of “" + name + "” are not sound");
        return;
      }
    }
  }

  private float[] floats(JsonNode attributes, String what, int size) {
    JsonNode accessor = root.path("accessors").path(attributes.path(what).asInt(-1));
    if (accessor.isMissingNode()) {
      out.complain("the mesh has no " + what);
      return null;
    }
    if (accessor.path("componentType").asInt() != FLOAT
        || COUNT.getOrDefault(accessor.path("type").asString(""), 0) != size) {
      out.complain(what + " is not stored as floats of " + size);
      return null;
    }
    ByteBuffer b = bytes(what, accessor, 4 * size);
    if (b == null) {
      return null;
    }
    float[] v = new float[accessor.path("count").asInt() * size];
    b.asFloatBuffer().get(v);
    return v;
  }

  private int[] corners(JsonNode primitive) {
    JsonNode accessor = root.path("accessors").path(primitive.path("indices").asInt(-1));
    if (accessor.path("count").asInt() % 3 != 0) {
      out.complain("the indices make no whole triangles");
    }
    if (accessor.path("componentType").asInt() != UNSIGNED) {
      out.complain("the indices are not stored as integers of 32 bits");
      return null;
    }
    ByteBuffer b = bytes("indices", accessor, 4);
    if (b == null) {
      return null;
    }
    int[] v = new int[accessor.path("count").asInt() / 3 * 3];
    b.asIntBuffer().get(v);
    return v;
  }

  /** The bytes of an accessor, or null with a complaint. */
  private ByteBuffer bytes(String what, JsonNode accessor, int each) {
    JsonNode view = root.path("bufferViews").path(accessor.path("bufferView").asInt(-1));
    long length = (long) accessor.path("count").asInt() * each;
    if (length > view.path("byteLength").asLong()) {
      out.complain(what + " is longer than its part of the buffer");
      return null;
    }
    ByteBuffer buffer = buffer(view.path("buffer").asInt(-1));
    if (buffer == null) {
      return null;
    }
    long from = view.path("byteOffset").asLong() + accessor.path("byteOffset").asLong(0);
    if (from + length > buffer.capacity()) {
      out.complain("the buffer has another length than is said");
      return null;
    }
    return buffer.slice((int) from, (int) length).order(ByteOrder.LITTLE_ENDIAN);
  }

  private ByteBuffer buffer(int number) {
    if (!buffers.containsKey(number)) {
      JsonNode said = root.path("buffers").path(number);
      Path file = folder.resolve(said.path("uri").asString("?").replace("%20", " "));
      try {
        byte[] all = Files.readAllBytes(file);
        if (all.length != said.path("byteLength").asLong()) {
          out.complain("the buffer has another length than is said");
        }
        buffers.put(number, ByteBuffer.wrap(all));
      } catch (IOException e) {
        out.complain("the buffer " + file.getFileName() + " is not there");
        buffers.put(number, null);
      }
    }
    return buffers.get(number);
  }

  /** A light shines along its node's -z. */
  private void light(JsonNode node, JsonNode light) {
    if (light.isMissingNode()) {
      out.complain("a node has a light that does not exist");
      return;
    }
    double[] q = new double[4];
    for (int i = 0; i < 4; i++) {
      q[i] = node.path("rotation").path(i).asDouble(i == 3 ? 1 : 0);
    }
    if (Math.abs(q[0] * q[0] + q[1] * q[1] + q[2] * q[2] + q[3] * q[3] - 1) > 1e-4) {
      out.complain("the turn of a light is no unit quaternion");
    }
    double x = -2 * (q[0] * q[2] + q[3] * q[1]);
    double y = -2 * (q[1] * q[2] - q[3] * q[0]);
    double z = -1 + 2 * (q[0] * q[0] + q[1] * q[1]);
    boolean sun = light.path("type").asString("").equals("directional");
    Map<String, Double> n = new HashMap<>();
    n.put(sun ? "lux" : "candela", light.path("intensity").asDouble(1));
    // Where it stands: against the way it shines, to the right of ahead (-z).
    n.put("azimuth", Math.toDegrees(Math.atan2(-x, z)));
    n.put("elevation", Math.toDegrees(Math.asin(Math.clamp(-y, -1, 1))));
    out.add(new ReadLight(sun ? "sun" : "panel", null, n));
  }
}
