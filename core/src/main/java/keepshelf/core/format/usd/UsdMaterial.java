package keepshelf.core.format.usd;

import keepshelf.core.format.Numbers;
import keepshelf.core.format.Placement;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;

/**
 * One material: a UsdPreviewSurface and all its pictures behind one UsdTransform2d that the
 * material's own inputs control.
 */
final class UsdMaterial {
  private final UsdText out;
  private final SurfaceDocument document;
  private final String path;

  UsdMaterial(UsdText out, SurfaceDocument document, String path) {
    this.out = out;
    this.document = document;
    this.path = path;
  }

  void write() {
    out.line(1, "def Material \"" + path.substring(path.lastIndexOf('/') + 1) + "\"");
    out.line(1, "{");
    if (!document.textures().isEmpty()) {
      Placement.ScaledFirst p = document.placement().scaledFirst();
      out.line(2, "float2 inputs:offset = (" + pair(p.shiftU(), p.shiftV()) + ")");
      out.line(2, "float2 inputs:tiling = (" + pair(p.scaleU(), p.scaleV()) + ")");
      out.line(2, "float inputs:turn = " + Numbers.plain(p.turnDegrees()));
    }
    if (document.textures().stream().anyMatch(t -> t.use() == Use.DISPLACEMENT)) {
      out.line(
          2, "token outputs:displacement.connect = <" + path + "/Surface.outputs:displacement>");
    }
    out.line(2, "token outputs:surface.connect = <" + path + "/Surface.outputs:surface>");
    surface();
    if (!document.textures().isEmpty()) {
      placement();
    }
    document.textures().forEach(this::texture);
    out.line(1, "}");
    out.line(0, "");
  }

  private static String pair(double a, double b) {
    return Numbers.plain(a) + ", " + Numbers.plain(b);
  }

  private void surface() {
    out.line(0, "");
    out.line(2, "def Shader \"Surface\"");
    out.line(2, "{");
    out.line(3, "uniform token info:id = \"UsdPreviewSurface\"");
    for (SurfaceDocument.Value v : document.values()) {
      String value = Numbers.plain(v.value());
      boolean grey = v.input().endsWith("Color");
      out.line(
          3,
          type(v.input())
              + " inputs:"
              + v.input()
              + " = "
              + (grey ? "(" + value + ", " + value + ", " + value + ")" : value));
    }
    for (Texture t : document.textures()) {
      String type =
          switch (t.use()) {
            case COLOUR -> "color3f";
            case NORMAL -> "normal3f";
            default -> "float";
          };
      out.line(
          3,
          type
              + " inputs:"
              + t.input()
              + ".connect = <"
              + path
              + "/"
              + node(t)
              + ".outputs:"
              + output(t)
              + ">");
    }
    if (document.textures().stream().anyMatch(t -> t.use() == Use.DISPLACEMENT)) {
      out.line(3, "token outputs:displacement");
    }
    out.line(3, "token outputs:surface");
    out.line(2, "}");
  }

  private static String type(String input) {
    return input.equals("useSpecularWorkflow")
        ? "int"
        : input.endsWith("Color") ? "color3f" : "float";
  }

  private void placement() {
    out.line(0, "");
    out.line(2, "def Shader \"Coordinates\"");
    out.line(2, "{");
    out.line(3, "uniform token info:id = \"UsdPrimvarReader_float2\"");
    out.line(3, "string inputs:varname = \"st\"");
    out.line(3, "float2 outputs:result");
    out.line(2, "}");
    out.line(0, "");
    out.line(2, "def Shader \"Placement\"");
    out.line(2, "{");
    out.line(3, "uniform token info:id = \"UsdTransform2d\"");
    out.line(3, "float2 inputs:in.connect = <" + path + "/Coordinates.outputs:result>");
    out.line(3, "float inputs:rotation.connect = <" + path + ".inputs:turn>");
    out.line(3, "float2 inputs:scale.connect = <" + path + ".inputs:tiling>");
    out.line(3, "float2 inputs:translation.connect = <" + path + ".inputs:offset>");
    out.line(3, "float2 outputs:result");
    out.line(2, "}");
  }

  private static String node(Texture t) {
    return Character.toUpperCase(t.input().charAt(0)) + t.input().substring(1) + "Picture";
  }

  private static String output(Texture t) {
    return t.use() == Use.COLOUR || t.use() == Use.NORMAL ? "rgb" : "r";
  }

  private void texture(Texture t) {
    out.line(0, "");
    out.line(2, "def Shader \"" + node(t) + "\"");
    out.line(2, "{");
    out.line(3, "uniform token info:id = \"UsdUVTexture\"");
    if (t.use() == Use.NORMAL) {
      out.line(3, "float4 inputs:bias = (-1, -1, -1, 0)");
    } else if (t.use() == Use.DISPLACEMENT) {
      // Half grey stays where it is, so that the object keeps its size.
      String half = Numbers.plain(-document.displacementScale() * document.displacementMiddle());
      out.line(3, "float4 inputs:bias = (" + half + ", " + half + ", " + half + ", 0)");
    }
    out.line(3, "asset inputs:file = " + UsdText.asset(t.file()));
    if (t.use() == Use.NORMAL) {
      out.line(3, "float4 inputs:scale = (2, 2, 2, 1)");
    } else if (t.use() == Use.DISPLACEMENT) {
      String s = Numbers.plain(document.displacementScale());
      out.line(3, "float4 inputs:scale = (" + s + ", " + s + ", " + s + ", 1)");
    }
    String space = t.use() == Use.COLOUR ? "sRGB" : "raw";
    out.line(3, "token inputs:sourceColorSpace = \"" + space + "\"");
    out.line(3, "float2 inputs:st.connect = <" + path + "/Placement.outputs:result>");
    out.line(3, "token inputs:wrapS = \"repeat\"");
    out.line(3, "token inputs:wrapT = \"repeat\"");
    out.line(3, (output(t).equals("rgb") ? "float3" : "float") + " outputs:" + output(t));
    out.line(2, "}");
  }
}
