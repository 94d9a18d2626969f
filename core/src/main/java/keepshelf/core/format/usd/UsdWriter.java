package keepshelf.core.format.usd;

import java.util.List;
import java.util.Locale;
import keepshelf.core.format.Light;
import keepshelf.core.format.Numbers;
import keepshelf.core.format.Scene;
import keepshelf.core.format.Shape;

/**
 * Writes a {@link Scene} as {@code .usda}: materials with a UsdPreviewSurface (its specification,
 * version 2.6), meshes bound to them, lights of the schema UsdLux, a camera.
 */
public final class UsdWriter {
  private final UsdText out = new UsdText();
  private final Scene scene;

  private UsdWriter(Scene scene) {
    this.scene = scene;
  }

  /** The document's text, UTF-8 when stored. */
  public static String write(Scene scene) {
    UsdWriter w = new UsdWriter(scene);
    w.all();
    return w.out.toString();
  }

  private void all() {
    out.line(0, "#usda 1.0");
    out.line(0, "(");
    out.line(1, "defaultPrim = \"Root\"");
    out.line(1, "metersPerUnit = " + Numbers.plain(1 / scene.unitsPerMetre()));
    out.line(1, "upAxis = \"" + (scene.upZ() ? "Z" : "Y") + "\"");
    out.line(0, ")");
    out.line(0, "");
    out.line(0, "def Xform \"Root\"");
    out.line(0, "{");
    List<String> names = scene.identifiers();
    for (int i = 0; i < names.size(); i++) {
      new UsdMaterial(out, scene.surfaces().get(i), "/Root/" + names.get(i)).write();
    }
    List<String> shapes = shapeNames(names);
    for (int i = 0; i < shapes.size(); i++) {
      mesh(scene.shapes().get(i), shapes.get(i), names);
    }
    for (Light light : scene.lights()) {
      light(light);
    }
    if (scene.camera()) {
      camera();
    }
    out.line(0, "}");
  }

  /** Names of the shapes that no material has. */
  private List<String> shapeNames(List<String> taken) {
    List<String> all = new java.util.ArrayList<>(taken);
    for (Shape s : scene.shapes()) {
      String base = Numbers.identifier(s.name());
      String n = all.contains(base) ? base + "_shape" : base;
      for (int i = 2; all.contains(n); i++) {
        n = base + "_" + i;
      }
      all.add(n);
    }
    return all.subList(taken.size(), all.size());
  }

  private void mesh(Shape m, String name, List<String> materials) {
    out.line(1, "def Mesh \"" + name + "\" (");
    out.line(2, "prepend apiSchemas = [\"MaterialBindingAPI\"]");
    out.line(1, ")");
    out.line(1, "{");
    float[][] b = m.bounds();
    double[] one = scene.placed(b[0][0], b[0][1], b[0][2]);
    double[] two = scene.placed(b[1][0], b[1][1], b[1][2]);
    double[] least = new double[3];
    double[] most = new double[3];
    for (int c = 0; c < 3; c++) {
      least[c] = Math.min(one[c], two[c]);
      most[c] = Math.max(one[c], two[c]);
    }
    out.line(2, "float3[] extent = [" + vector(least) + ", " + vector(most) + "]");
    int n = m.triangles().length / 3;
    out.line(2, "int[] faceVertexCounts = [" + "3, ".repeat(Math.max(0, n - 1)) + "3]");
    StringBuilder faces = new StringBuilder();
    for (int i : m.triangles()) {
      faces.append(faces.isEmpty() ? "" : ", ").append(i);
    }
    out.line(2, "int[] faceVertexIndices = [" + faces + "]");
    out.line(2, "rel material:binding = </Root/" + materials.get(m.surface()) + ">");
    StringBuilder normals = new StringBuilder();
    StringBuilder points = new StringBuilder();
    StringBuilder uvs = new StringBuilder();
    for (int i = 0; i < m.count(); i++) {
      String comma = i == 0 ? "" : ", ";
      float[] v = m.normals();
      normals.append(comma).append(vector(scene.turned(v[3 * i], v[3 * i + 1], v[3 * i + 2])));
      float[] p = m.positions();
      points.append(comma).append(vector(scene.placed(p[3 * i], p[3 * i + 1], p[3 * i + 2])));
      uvs.append(comma).append(vector(new double[] {m.uvs()[2 * i], m.uvs()[2 * i + 1]}));
    }
    perVertex("normal3f[] normals", normals);
    out.line(2, "point3f[] points = [" + points + "]");
    perVertex("texCoord2f[] primvars:st", uvs);
    out.line(2, "uniform token subdivisionScheme = \"none\"");
    out.line(1, "}");
    out.line(0, "");
  }

  private void perVertex(String property, CharSequence values) {
    out.line(2, property + " = [" + values + "] (");
    out.line(3, "interpolation = \"vertex\"");
    out.line(2, ")");
  }

  private static String vector(double[] v) {
    StringBuilder b = new StringBuilder("(");
    for (int i = 0; i < v.length; i++) {
      // No minus before a zero.
      b.append(i == 0 ? "" : ", ").append(String.format(Locale.ROOT, "%.5f", v[i] + 0.0));
    }
    return b.append(')').toString();
  }

  private void light(Light light) {
    switch (light) {
      case Light.Dome d -> {
        out.line(1, "def DomeLight \"Environment\"");
        out.line(1, "{");
        out.line(2, "float inputs:intensity = " + Numbers.plain(d.brightness()));
        out.line(2, "asset inputs:texture:file = " + UsdText.asset(d.file()));
        out.line(2, "token inputs:texture:format = \"latlong\"");
        if (scene.upZ()) {
          // The pole of the panorama is its own y axis, whatever the stage's is.
          out.line(2, "float xformOp:rotateX = 90");
          out.line(2, "float xformOp:rotateZ = " + Numbers.plain(d.turnDegrees()));
          out.line(2, "uniform token[] xformOpOrder = [\"xformOp:rotateZ\", \"xformOp:rotateX\"]");
        } else {
          out.line(2, "float xformOp:rotateY = " + Numbers.plain(d.turnDegrees()));
          out.line(2, "uniform token[] xformOpOrder = [\"xformOp:rotateY\"]");
        }
        out.line(1, "}");
        out.line(0, "");
      }
      case Light.Panel p -> {
        String side = Numbers.plain(p.side() * scene.unitsPerMetre());
        out.line(1, "def RectLight \"Panel\"");
        out.line(1, "{");
        out.line(2, "float inputs:height = " + side);
        out.line(2, "float inputs:intensity = " + Numbers.plain(p.strength()));
        out.line(2, "float inputs:width = " + side);
        looking(p.at(), p.target());
        out.line(1, "}");
        out.line(0, "");
      }
      case Light.Sun s -> {
        double e = Math.toRadians(s.elevationDegrees());
        double a = Math.toRadians(s.azimuthDegrees());
        double[] from = {Math.cos(e) * Math.sin(a), Math.sin(e), -Math.cos(e) * Math.cos(a)};
        out.line(1, "def DistantLight \"Sun\"");
        out.line(1, "{");
        out.line(
            2, "color3f inputs:color = " + vector(new double[] {s.red(), s.green(), s.blue()}));
        out.line(2, "float inputs:intensity = " + Numbers.plain(s.lux()));
        looking(from, new double[3]);
        out.line(1, "}");
        out.line(0, "");
      }
    }
  }

  private void camera() {
    out.line(1, "def Camera \"Camera\"");
    out.line(1, "{");
    double focal = 50;
    double aperture = 2 * focal * Math.tan(Math.toRadians(Scene.VIEW_DEGREES) / 2);
    out.line(2, "float2 clippingRange = (0.01, 100000)");
    out.line(2, "float focalLength = " + Numbers.plain(focal));
    out.line(2, "float horizontalAperture = " + Numbers.plain(aperture * 1.5));
    out.line(2, "float verticalAperture = " + Numbers.plain(aperture));
    looking(Scene.CAMERA, Scene.TARGET);
    out.line(1, "}");
  }

  /** The matrix (rows are the axes and the place) of what looks along its -z at the target. */
  private void looking(double[] from, double[] to) {
    double[] back = unit(scene.turned(from[0] - to[0], from[1] - to[1], from[2] - to[2]));
    double[] up = scene.turned(0, 1, 0);
    double[] right = cross(up, back);
    right = length(right) < 1e-6 ? new double[] {1, 0, 0} : unit(right);
    double[] above = cross(back, right);
    double[] at = scene.placed(from[0], from[1], from[2]);
    out.line(
        2,
        "matrix4d xformOp:transform = ( "
            + String.join(", ", row(right, 0), row(above, 0), row(back, 0), row(at, 1))
            + " )");
    out.line(2, "uniform token[] xformOpOrder = [\"xformOp:transform\"]");
  }

  private static String row(double[] v, int last) {
    String three = vector(v);
    return three.substring(0, three.length() - 1) + ", " + last + ")";
  }

  private static double[] cross(double[] a, double[] b) {
    return new double[] {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
  }

  private static double length(double[] v) {
    return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
  }

  private static double[] unit(double[] v) {
    double l = length(v);
    return new double[] {v[0] / l, v[1] / l, v[2] / l};
  }
}
