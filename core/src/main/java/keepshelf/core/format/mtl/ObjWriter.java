package keepshelf.core.format.mtl;

import java.util.List;
import java.util.Locale;
import keepshelf.core.format.Numbers;
import keepshelf.core.format.Scene;
import keepshelf.core.format.Shape;
import org.jspecify.annotations.Nullable;

/** Writes the shapes of a {@link Scene} as an OBJ (Wavefront's specification of 1995). */
public final class ObjWriter {
  private ObjWriter() {}

  /**
   * The object's text, in the host's units.
   *
   * @param library file name of the material library beside it, or null when materials are found by
   *     their names
   */
  public static String write(Scene scene, @Nullable String library) {
    StringBuilder b = new StringBuilder();
    b.append("# lengths are in units of ")
        .append(Numbers.plain(1 / scene.unitsPerMetre()))
        .append(" m\n");
    if (scene.upZ()) {
      b.append("# z points upwards\n");
    }
    if (library != null) {
      b.append("mtllib ").append(library).append('\n');
    }
    List<String> materials = scene.identifiers();
    int first = 1;
    for (Shape s : scene.shapes()) {
      b.append("o ").append(Numbers.identifier(s.name())).append('\n');
      for (int i = 0; i < s.count(); i++) {
        float[] p = s.positions();
        line(b, "v", scene.placed(p[3 * i], p[3 * i + 1], p[3 * i + 2]));
      }
      for (int i = 0; i < s.count(); i++) {
        line(b, "vt", new double[] {s.uvs()[2 * i], s.uvs()[2 * i + 1]});
      }
      for (int i = 0; i < s.count(); i++) {
        float[] n = s.normals();
        line(b, "vn", scene.turned(n[3 * i], n[3 * i + 1], n[3 * i + 2]));
      }
      b.append("usemtl ").append(materials.get(s.surface())).append('\n');
      for (int i = 0; i < s.triangles().length; i += 3) {
        b.append('f');
        for (int c = 0; c < 3; c++) {
          int v = s.triangles()[i + c] + first;
          b.append(' ').append(v).append('/').append(v).append('/').append(v);
        }
        b.append('\n');
      }
      first += s.count();
    }
    return b.toString();
  }

  private static void line(StringBuilder b, String word, double[] v) {
    b.append(word);
    for (double x : v) {
      b.append(' ').append(String.format(Locale.ROOT, "%.5f", x + 0.0));
    }
    b.append('\n');
  }
}
