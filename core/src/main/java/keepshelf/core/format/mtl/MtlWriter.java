package keepshelf.core.format.mtl;

import java.util.List;
import java.util.Map;
import keepshelf.core.format.Numbers;
import keepshelf.core.format.Placement;
import keepshelf.core.format.Scene;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;

/**
 * Writes the surfaces of a {@link Scene} as an MTL library (Wavefront's specification of 1995, with
 * the statements for physically based surfaces that many readers share since). One metre of texture
 * coordinate is one metre of surface.
 */
public final class MtlWriter {
  /** What each input is called in the file. */
  private static final Map<String, String> STATEMENTS =
      Map.of(
          "diffuse", "map_Kd",
          "bump", "map_Bump",
          "opacity", "map_d",
          "emissive", "map_Ke",
          "roughness", "map_Pr",
          "metallic", "map_Pm",
          "normal", "norm",
          "displacement", "disp",
          "specular", "map_Ks",
          "sheen", "map_Ps");

  private MtlWriter() {}

  /** The material library's text. */
  public static String write(Scene scene) {
    StringBuilder b = new StringBuilder();
    List<String> names = scene.identifiers();
    for (int i = 0; i < names.size(); i++) {
      b.append(i == 0 ? "" : "\n");
      material(b, scene.surfaces().get(i), names.get(i));
    }
    return b.toString();
  }

  private static void material(StringBuilder b, SurfaceDocument d, String name) {
    b.append("# ").append(d.name().replaceAll("\\s+", " ")).append('\n');
    if (d.tileMetres() != 1 || d.tileHeightMetres() != 1) {
      b.append("# one unit of texture coordinate is one metre; a tile is ")
          .append(Numbers.plain(d.tileMetres()))
          .append(" m wide\n");
    }
    b.append("newmtl ").append(name).append('\n');
    for (SurfaceDocument.Value v : d.values()) {
      String value = Numbers.plain(v.value());
      b.append(v.input()).append(' ').append(value);
      if (v.input().startsWith("K")) {
        b.append(' ').append(value).append(' ').append(value);
      }
      b.append('\n');
    }
    // The format has no turn: what was planned for it has none either.
    Placement.ScaledFirst p = d.placement().scaledFirst();
    String across = Numbers.plain(p.scaleU());
    String down = Numbers.plain(p.scaleV());
    for (Texture t : d.textures()) {
      b.append(STATEMENTS.getOrDefault(t.input(), t.input())).append(' ');
      if (t.use() == Use.BUMP) {
        b.append("-bm ").append(Numbers.plain(d.displacementScale())).append(' ');
      } else if (t.use() == Use.DISPLACEMENT) {
        // Half grey stays where it is, so that the object keeps its size.
        b.append("-mm ")
            .append(Numbers.plain(-d.displacementScale() * d.displacementMiddle()))
            .append(' ')
            .append(Numbers.plain(d.displacementScale()))
            .append(' ');
      }
      b.append("-o ")
          .append(Numbers.plain(p.shiftU()))
          .append(' ')
          .append(Numbers.plain(p.shiftV()))
          .append(" 0 -s ")
          .append(across)
          .append(' ')
          .append(down)
          .append(" 1 ")
          .append(t.file())
          .append('\n');
    }
  }
}
