package keepshelf.core.format.mtl;

import java.util.Locale;
import java.util.Map;
import keepshelf.core.format.Numbers;
import keepshelf.core.format.PreviewMesh;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;

/**
 * Writes a {@link SurfaceDocument} as an MTL material (Wavefront's specification of 1995, with the
 * statements for physically based surfaces that many readers share since), and an OBJ with a ball
 * on a floor that uses it. One metre of texture coordinate is one metre of surface.
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
  public static String write(SurfaceDocument d) {
    StringBuilder b = new StringBuilder();
    b.append("# ").append(d.name().replaceAll("\\s+", " ")).append('\n');
    b.append("# one unit of texture coordinate is one metre; a tile is ")
        .append(Numbers.plain(d.tileMetres()))
        .append(" m wide\n");
    b.append("newmtl ").append(Numbers.identifier(d.name())).append('\n');
    b.append("Kd 1 1 1\n");
    b.append("Ks 0.04 0.04 0.04\n");
    b.append("Ns 40\n");
    b.append("illum 2\n");
    for (SurfaceDocument.Value v : d.values()) {
      b.append(v.input()).append(' ').append(Numbers.plain(v.value())).append('\n');
    }
    String s = Numbers.plain(1 / d.tileMetres());
    for (Texture t : d.textures()) {
      b.append(STATEMENTS.getOrDefault(t.input(), t.input())).append(' ');
      if (t.use() == Use.BUMP) {
        b.append("-bm ").append(Numbers.plain(d.displacementScale())).append(' ');
      } else if (t.use() == Use.DISPLACEMENT) {
        // Half grey stays where it is, so that the object keeps its size.
        b.append("-mm ")
            .append(Numbers.plain(-d.displacementScale() / 2))
            .append(' ')
            .append(Numbers.plain(d.displacementScale()))
            .append(' ');
      }
      b.append("-o ")
          .append(Numbers.plain(d.offsetU()))
          .append(' ')
          .append(Numbers.plain(d.offsetV()))
          .append(" 0 -s ")
          .append(s)
          .append(' ')
          .append(s)
          .append(" 1 ")
          .append(t.file())
          .append('\n');
    }
    return b.toString();
  }

  /** The object's text, in the host's units. */
  public static String object(SurfaceDocument d, String library) {
    PreviewMesh m = PreviewMesh.ballAndFloor();
    StringBuilder b = new StringBuilder();
    b.append("# a ball half a metre across on a floor of one metre\n");
    b.append("mtllib ").append(library).append("\no Sample\n");
    for (int i = 0; i < m.count(); i++) {
      b.append(
          String.format(
              Locale.ROOT,
              "v %.5f %.5f %.5f%n",
              m.positions()[3 * i] * d.unitsPerMetre(),
              m.positions()[3 * i + 1] * d.unitsPerMetre(),
              m.positions()[3 * i + 2] * d.unitsPerMetre()));
    }
    for (int i = 0; i < m.count(); i++) {
      b.append(
          String.format(Locale.ROOT, "vt %.5f %.5f%n", m.uvs()[2 * i], 1 - m.uvs()[2 * i + 1]));
    }
    for (int i = 0; i < m.count(); i++) {
      b.append(
          String.format(
              Locale.ROOT,
              "vn %.5f %.5f %.5f%n",
              m.normals()[3 * i],
              m.normals()[3 * i + 1],
              m.normals()[3 * i + 2]));
    }
    b.append("usemtl ").append(Numbers.identifier(d.name())).append('\n');
    for (int i = 0; i < m.triangles().length; i += 3) {
      b.append('f');
      for (int c = 0; c < 3; c++) {
        int v = m.triangles()[i + c] + 1;
        b.append(' ').append(v).append('/').append(v).append('/').append(v);
      }
      b.append('\n');
    }
    return b.toString().replace("\r\n", "\n");
  }
}
