package keepshelf.standins.proscenia;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import keepshelf.standins.frame.ReadDocument;
import keepshelf.standins.frame.ReadDocument.ReadLight;
import keepshelf.standins.frame.ReadDocument.ReadShape;

/** The meshes and lights of a stage, brought to metres with y upwards. */
final class StageScene {
  private final Path folder;
  private final Prim root;
  private final ReadDocument out;

  StageScene(Path folder, Prim root, ReadDocument out) {
    this.folder = folder;
    this.root = root;
    this.out = out;
  }

  private double metres() {
    String unit = root.metadata("metersPerUnit");
    return unit == null ? 0.01 : Double.parseDouble(unit);
  }

  private boolean upZ() {
    return String.valueOf(root.metadata("upAxis")).contains("Z");
  }

  void shapes() {
    for (Prim mesh : root.all("Mesh")) {
      String bound = mesh.connection("material:binding");
      int surface =
          bound == null ? -1 : out.surfaceNamed(bound.substring(bound.lastIndexOf('/') + 1));
      if (surface < 0 || root.at(bound.substring(1)) == null) {
        out.complain("the mesh is bound to another material");
      }
      float[] points = vectors(mesh, "points", 3, metres());
      float[] normals = vectors(mesh, "normals", 3, 1);
      float[] st = floats(mesh.numbers("primvars:st"));
      int[] counts = ints(mesh.numbers("faceVertexCounts"));
      int[] corners = ints(mesh.numbers("faceVertexIndices"));
      int n = points.length / 3;
      if (normals.length != points.length || st.length != n * 2) {
        out.complain("the mesh “" + mesh.name() + "” has not one normal and coordinate a point");
        continue;
      }
      int sum = 0;
      for (int c : counts) {
        sum += c;
        if (c != 3) {
          out.complain("the mesh “" + mesh.name() + "” has a face of " + c + " corners");
          return;
        }
      }
      boolean fits = sum == corners.length;
      for (int c : corners) {
        fits &= c >= 0 && c < n;
      }
      if (!fits) {
        out.complain("the faces of the mesh “" + mesh.name() + "” do not fit its points");
        continue;
      }
      extent(mesh);
      out.add(new ReadShape(mesh.name(), points, normals, st, corners, surface));
    }
  }

  private void extent(Prim mesh) {
    double[] said = mesh.numbers("extent");
    double[] points = mesh.numbers("points");
    if (said.length != 6) {
      out.complain("the mesh “" + mesh.name() + "” has no extent");
      return;
    }
    for (int i = 0; i < points.length; i++) {
      if (points[i] < said[i % 3] - 1e-3 || points[i] > said[3 + i % 3] + 1e-3) {
        out.complain("the mesh “" + mesh.name() + "” is larger than its extent");
        return;
      }
    }
  }

  private float[] vectors(Prim mesh, String property, int size, double scale) {
    double[] v = mesh.numbers(property);
    float[] out3 = new float[v.length];
    for (int i = 0; i + size <= v.length; i += size) {
      double x = v[i] * scale;
      double y = v[i + 1] * scale;
      double z = v[i + 2] * scale;
      out3[i] = (float) x;
      out3[i + 1] = (float) (upZ() ? z : y);
      out3[i + 2] = (float) (upZ() ? -y : z);
    }
    return out3;
  }

  private static float[] floats(double[] v) {
    float[] f = new float[v.length];
    for (int i = 0; i < v.length; i++) {
      f[i] = (float) v[i];
    }
    return f;
  }

  private static int[] ints(double[] v) {
    int[] n = new int[v.length];
    for (int i = 0; i < v.length; i++) {
      n[i] = (int) v[i];
    }
    return n;
  }

  void lights() {
    for (Prim p : root.all("DomeLight")) {
      String asset = p.text("inputs:texture:file");
      Path file = asset == null ? null : folder.resolve(asset).normalize();
      if (file == null || !Files.exists(file)) {
        out.complain("the panorama " + asset + " is not there");
      }
      if (!"latlong".equals(p.text("inputs:texture:format"))) {
        out.complain("the panorama is read as " + p.text("inputs:texture:format"));
      }
      Map<String, Double> n = new LinkedHashMap<>();
      n.put("turn", p.numbers(upZ() ? "xformOp:rotateZ" : "xformOp:rotateY")[0]);
      n.put("brightness", p.declares("inputs:intensity") ? p.numbers("inputs:intensity")[0] : 1);
      out.add(new ReadLight("dome", file, n));
    }
    for (Prim p : root.all("RectLight")) {
      out.add(
          new ReadLight("panel", null, Map.of("side", p.numbers("inputs:width")[0] * metres())));
    }
  }
}
