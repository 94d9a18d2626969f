package keepshelf.core.format.usd;

import java.util.Locale;
import keepshelf.core.format.Numbers;
import keepshelf.core.format.PreviewMesh;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;

/**
 * Writes a {@link SurfaceDocument} as {@code .usda}: a material with a UsdPreviewSurface (its
 * specification, version 2.6), all pictures behind one UsdTransform2d that the material's own
 * inputs control, and a ball on a floor to see it on.
 */
public final class UsdWriter {
  private final StringBuilder out = new StringBuilder();
  private final SurfaceDocument document;
  private final String material;

  private UsdWriter(SurfaceDocument document) {
    this.document = document;
    this.material = "/Root/" + Numbers.identifier(document.name());
  }

  /** The document's text, UTF-8 when stored. */
  public static String write(SurfaceDocument d) {
    UsdWriter w = new UsdWriter(d);
    w.all();
    return w.out.toString();
  }

  private void line(int depth, String text) {
    out.append("    ".repeat(depth)).append(text).append('\n');
  }

  private void all() {
    line(0, "#usda 1.0");
    line(0, "(");
    line(1, "defaultPrim = \"Root\"");
    line(1, "metersPerUnit = " + Numbers.plain(1 / document.unitsPerMetre()));
    line(1, "upAxis = \"Y\"");
    line(0, ")");
    line(0, "");
    line(0, "def Xform \"Root\"");
    line(0, "{");
    material();
    mesh();
    line(0, "}");
  }

  private void material() {
    double tiling = 1 / document.tileMetres();
    line(1, "def Material \"" + Numbers.identifier(document.name()) + "\"");
    line(1, "{");
    line(2, "float2 inputs:offset = (" + pair(document.offsetU(), document.offsetV()) + ")");
    line(2, "float2 inputs:tiling = (" + pair(tiling, tiling) + ")");
    line(2, "float inputs:turn = " + Numbers.plain(document.turnDegrees()));
    line(2, "token outputs:displacement.connect = <" + material + "/Surface.outputs:displacement>");
    line(2, "token outputs:surface.connect = <" + material + "/Surface.outputs:surface>");
    surface();
    if (!document.textures().isEmpty()) {
      placement();
    }
    document.textures().forEach(this::texture);
    line(1, "}");
    line(0, "");
  }

  private static String pair(double a, double b) {
    return Numbers.plain(a) + ", " + Numbers.plain(b);
  }

  private void surface() {
    line(0, "");
    line(2, "def Shader \"Surface\"");
    line(2, "{");
    line(3, "uniform token info:id = \"UsdPreviewSurface\"");
    for (SurfaceDocument.Value v : document.values()) {
      line(3, type(v.input()) + " inputs:" + v.input() + " = " + Numbers.plain(v.value()));
    }
    for (Texture t : document.textures()) {
      String type =
          switch (t.use()) {
            case COLOUR -> "color3f";
            case NORMAL -> "normal3f";
            default -> "float";
          };
      line(
          3,
          type
              + " inputs:"
              + t.input()
              + ".connect = <"
              + material
              + "/"
              + node(t)
              + ".outputs:"
              + output(t)
              + ">");
    }
    line(3, "token outputs:displacement");
    line(3, "token outputs:surface");
    line(2, "}");
  }

  private static String type(String input) {
    return input.equals("useSpecularWorkflow") ? "int" : "float";
  }

  private void placement() {
    line(0, "");
    line(2, "def Shader \"Coordinates\"");
    line(2, "{");
    line(3, "uniform token info:id = \"UsdPrimvarReader_float2\"");
    line(3, "string inputs:varname = \"st\"");
    line(3, "float2 outputs:result");
    line(2, "}");
    line(0, "");
    line(2, "def Shader \"Placement\"");
    line(2, "{");
    line(3, "uniform token info:id = \"UsdTransform2d\"");
    line(3, "float2 inputs:in.connect = <" + material + "/Coordinates.outputs:result>");
    line(3, "float inputs:rotation.connect = <" + material + ".inputs:turn>");
    line(3, "float2 inputs:scale.connect = <" + material + ".inputs:tiling>");
    line(3, "float2 inputs:translation.connect = <" + material + ".inputs:offset>");
    line(3, "float2 outputs:result");
    line(2, "}");
  }

  private static String node(Texture t) {
    return Character.toUpperCase(t.input().charAt(0)) + t.input().substring(1) + "Picture";
  }

  private static String output(Texture t) {
    return t.use() == Use.COLOUR || t.use() == Use.NORMAL ? "rgb" : "r";
  }

  private void texture(Texture t) {
    line(0, "");
    line(2, "def Shader \"" + node(t) + "\"");
    line(2, "{");
    line(3, "uniform token info:id = \"UsdUVTexture\"");
    if (t.use() == Use.NORMAL) {
      line(3, "float4 inputs:bias = (-1, -1, -1, 0)");
    } else if (t.use() == Use.DISPLACEMENT) {
      // Half grey stays where it is, so that the object keeps its size.
      String half = Numbers.plain(-document.displacementScale() / 2);
      line(3, "float4 inputs:bias = (" + half + ", " + half + ", " + half + ", 0)");
    }
    line(3, "asset inputs:file = @./" + t.file() + "@");
    if (t.use() == Use.NORMAL) {
      line(3, "float4 inputs:scale = (2, 2, 2, 1)");
    } else if (t.use() == Use.DISPLACEMENT) {
      String s = Numbers.plain(document.displacementScale());
      line(3, "float4 inputs:scale = (" + s + ", " + s + ", " + s + ", 1)");
    }
    String space = t.use() == Use.COLOUR ? "sRGB" : "raw";
    line(3, "token inputs:sourceColorSpace = \"" + space + "\"");
    line(3, "float2 inputs:st.connect = <" + material + "/Placement.outputs:result>");
    line(3, "token inputs:wrapS = \"repeat\"");
    line(3, "token inputs:wrapT = \"repeat\"");
    line(3, (output(t).equals("rgb") ? "float3" : "float") + " outputs:" + output(t));
    line(2, "}");
  }

  private void mesh() {
    PreviewMesh m = PreviewMesh.ballAndFloor();
    line(1, "def Mesh \"Sample\" (");
    line(2, "prepend apiSchemas = [\"MaterialBindingAPI\"]");
    line(1, ")");
    line(1, "{");
    int n = m.triangles().length / 3;
    line(2, "int[] faceVertexCounts = [" + "3, ".repeat(n - 1) + "3]");
    StringBuilder faces = new StringBuilder();
    for (int i : m.triangles()) {
      faces.append(faces.isEmpty() ? "" : ", ").append(i);
    }
    line(2, "int[] faceVertexIndices = [" + faces + "]");
    line(2, "rel material:binding = <" + material + ">");
    perVertex("normal3f[] normals", vectors(m.normals(), 3, 1, false));
    line(
        2,
        "point3f[] points = [" + vectors(m.positions(), 3, document.unitsPerMetre(), false) + "]");
    perVertex("texCoord2f[] primvars:st", vectors(m.uvs(), 2, 1, true));
    line(2, "uniform token subdivisionScheme = \"none\"");
    line(1, "}");
  }

  private void perVertex(String property, String values) {
    line(2, property + " = [" + values + "] (");
    line(3, "interpolation = \"vertex\"");
    line(2, ")");
  }

  /** Vectors in brackets; {@code flip} turns v upwards, as USD has it. */
  private static String vectors(float[] v, int size, double scale, boolean flip) {
    StringBuilder b = new StringBuilder();
    for (int i = 0; i < v.length; i += size) {
      b.append(i == 0 ? "(" : ", (");
      for (int c = 0; c < size; c++) {
        double x = flip && c == 1 ? 1 - v[i + c] : v[i + c] * scale;
        b.append(c == 0 ? "" : ", ").append(String.format(Locale.ROOT, "%.5f", x));
      }
      b.append(')');
    }
    return b.toString();
  }
}
