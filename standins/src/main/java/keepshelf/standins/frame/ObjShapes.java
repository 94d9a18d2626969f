package keepshelf.standins.frame;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import keepshelf.standins.frame.ReadDocument.ReadShape;

/** Reads the shapes of an OBJ, line by line as the format is written. */
public final class ObjShapes {
  private final ReadDocument out;
  private final double perMetre;
  private final String library;
  private final List<float[]> points = new ArrayList<>();
  private final List<float[]> coordinates = new ArrayList<>();
  private final List<float[]> normals = new ArrayList<>();
  private final Map<String, Integer> corners = new HashMap<>();
  private final List<int[]> used = new ArrayList<>();
  private final List<Integer> triangles = new ArrayList<>();
  private String name = "";
  private int surface = -1;
  private boolean broken;
  private boolean upZ;

  private ObjShapes(ReadDocument out, double perMetre, String library) {
    this.out = out;
    this.perMetre = perMetre;
    this.library = library;
  }

  /**
   * Adds the shapes of {@code file} to {@code out}.
   *
   * @param perMetre units of length of the program that reads
   * @param library name of the material library that it has to name, or null
   */
  public static void read(Path file, ReadDocument out, double perMetre, String library)
      throws IOException {
    ObjShapes o = new ObjShapes(out, perMetre, library);
    for (String line : Files.readAllLines(file, StandardCharsets.UTF_8)) {
      o.upZ |= line.strip().equals("# z points upwards");
      o.line(line.strip());
    }
    o.close();
  }

  private void line(String line) {
    if (line.isEmpty() || line.startsWith("#")) {
      return;
    }
    String[] w = line.split("\\s+");
    switch (w[0]) {
      case "v" -> points.add(upright(numbers(w, 3)));
      case "vt" -> coordinates.add(numbers(w, 2));
      case "vn" -> normals.add(upright(numbers(w, 3)));
      case "o", "g" -> {
        close();
        name = w.length > 1 ? w[1] : "";
      }
      case "mtllib" -> {
        if (library != null && !line.substring(7).strip().equals(library)) {
          out.complain("the object names another library: " + line.substring(7));
        }
      }
      case "usemtl" -> {
        close();
        surface = out.surfaceNamed(line.substring(7).strip());
        if (surface < 0) {
          out.complain("the object uses another material: " + line.substring(7));
        }
      }
      case "f" -> face(w);
      case "s" -> {
        // Smoothing is in the normals.
      }
      default -> out.complain("the object has the statement “" + w[0] + "”");
    }
  }

  /** With y upwards. */
  private float[] upright(float[] p) {
    return upZ ? new float[] {p[0], p[2], -p[1]} : p;
  }

  private float[] numbers(String[] w, int count) {
    float[] v = new float[count];
    for (int i = 0; i < count; i++) {
      try {
        v[i] = Float.parseFloat(w[i + 1]);
      } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
        out.complain("a number is missing after “" + w[0] + "”");
        return v;
      }
    }
    return v;
  }

  private void face(String[] w) {
    int[] face = new int[w.length - 1];
    for (int i = 1; i < w.length; i++) {
      String[] parts = w[i].split("/");
      int[] at = {-1, -1, -1};
      for (int k = 0; k < parts.length && k < 3; k++) {
        at[k] = parts[k].isEmpty() ? -1 : Integer.parseInt(parts[k]) - 1;
      }
      boolean fits =
          at[0] >= 0
              && at[0] < points.size()
              && at[1] < coordinates.size()
              && at[2] < normals.size();
      if (!fits) {
        if (!broken) {
          out.complain("a face names a point that does not exist");
        }
        broken = true;
        return;
      }
      face[i - 1] =
          corners.computeIfAbsent(
              w[i],
              x -> {
                used.add(at);
                return used.size() - 1;
              });
    }
    for (int i = 2; i < face.length; i++) {
      triangles.add(face[0]);
      triangles.add(face[i - 1]);
      triangles.add(face[i]);
    }
  }

  private void close() {
    if (triangles.isEmpty()) {
      return;
    }
    float[] p = new float[used.size() * 3];
    float[] n = new float[used.size() * 3];
    float[] uv = new float[used.size() * 2];
    for (int i = 0; i < used.size(); i++) {
      int[] at = used.get(i);
      for (int c = 0; c < 3; c++) {
        p[3 * i + c] = (float) (points.get(at[0])[c] / perMetre);
        n[3 * i + c] = at[2] < 0 ? 0 : normals.get(at[2])[c];
      }
      for (int c = 0; c < 2 && at[1] >= 0; c++) {
        uv[2 * i + c] = coordinates.get(at[1])[c];
      }
    }
    int[] t = triangles.stream().mapToInt(Integer::intValue).toArray();
    out.add(new ReadShape(name, p, n, uv, t, surface));
    used.clear();
    corners.clear();
    triangles.clear();
  }
}
