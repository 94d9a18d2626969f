package keepshelf.core.format.gltf;

import static keepshelf.core.format.gltf.GltfWriter.ordered;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import keepshelf.core.format.Scene;
import keepshelf.core.format.Shape;
import org.jspecify.annotations.Nullable;

/**
 * The shapes of a scene as one buffer of floats and indices: of each its positions, normals,
 * tangents where its surface has a normal map, texture coordinates and triangles.
 */
public final class GltfBuffer {
  private static final int ARRAY = 34962;
  private static final int INDICES = 34963;
  private static final int FLOAT = 5126;
  private static final int UNSIGNED = 5125;

  private final List<Map<String, Object>> accessors = new ArrayList<>();
  private final List<Map<String, Object>> views = new ArrayList<>();
  private final List<Map<String, Object>> attributes = new ArrayList<>();
  private final List<Integer> indices = new ArrayList<>();
  private final List<float[]> parts = new ArrayList<>();
  private final List<int[]> triangles = new ArrayList<>();
  private int length;

  GltfBuffer(Scene scene) {
    for (Shape s : scene.shapes()) {
      Map<String, Object> a = new LinkedHashMap<>();
      a.put("POSITION", floats(s.positions(), "VEC3", s.bounds()));
      a.put("NORMAL", floats(s.normals(), "VEC3", null));
      if (scene.surfaces().get(s.surface()).texture("normalTexture").isPresent()) {
        a.put("TANGENT", floats(s.tangents(), "VEC4", null));
      }
      a.put("TEXCOORD_0", floats(coordinates(s), "VEC2", null));
      attributes.add(a);
      indices.add(triangles(s.triangles()));
    }
  }

  /** The bytes of the buffer of {@code scene}. */
  public static byte[] bytes(Scene scene) {
    GltfBuffer g = new GltfBuffer(scene);
    ByteBuffer b = ByteBuffer.allocate(g.length).order(ByteOrder.LITTLE_ENDIAN);
    int floats = 0;
    int ints = 0;
    for (Map<String, Object> v : g.views) {
      if (Objects.equals(v.get("target"), ARRAY)) {
        for (float f : g.parts.get(floats++)) {
          b.putFloat(f);
        }
      } else {
        for (int i : g.triangles.get(ints++)) {
          b.putInt(i);
        }
      }
    }
    return b.array();
  }

  List<Map<String, Object>> accessors() {
    return accessors;
  }

  List<Map<String, Object>> views() {
    return views;
  }

  Map<String, Object> attributes(int shape) {
    return attributes.get(shape);
  }

  int indices(int shape) {
    return indices.get(shape);
  }

  int length() {
    return length;
  }

  private static float[] coordinates(Shape s) {
    float[] out = new float[s.uvs().length];
    for (int i = 0; i < s.count(); i++) {
      out[2 * i] = s.uvs()[2 * i];
      out[2 * i + 1] = s.down(i);
    }
    return out;
  }

  private int floats(float[] values, String type, float @Nullable [][] bounds) {
    parts.add(values);
    view(values.length * 4, ARRAY);
    Map<String, Object> a =
        ordered(
            "bufferView",
            views.size() - 1,
            "componentType",
            FLOAT,
            "count",
            values.length / (type.charAt(3) - '0'),
            "type",
            type);
    if (bounds != null) {
      a.put("min", List.of(bounds[0][0], bounds[0][1], bounds[0][2]));
      a.put("max", List.of(bounds[1][0], bounds[1][1], bounds[1][2]));
    }
    accessors.add(a);
    return accessors.size() - 1;
  }

  private int triangles(int[] corners) {
    triangles.add(corners);
    view(corners.length * 4, INDICES);
    accessors.add(
        ordered(
            "bufferView",
            views.size() - 1,
            "componentType",
            UNSIGNED,
            "count",
            corners.length,
            "type",
            "SCALAR"));
    return accessors.size() - 1;
  }

  private void view(int bytes, int target) {
    views.add(ordered("buffer", 0, "byteOffset", length, "byteLength", bytes, "target", target));
    length += bytes;
  }
}
