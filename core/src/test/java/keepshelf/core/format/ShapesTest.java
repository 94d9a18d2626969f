package keepshelf.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The shapes that installations are shown on are sound geometry. */
class ShapesTest {
  static Stream<Shape> shapes() {
    float[] hill = new float[9 * 9];
    for (int i = 0; i < hill.length; i++) {
      hill[i] = (float) Math.sin(i * 0.7) * 0.01f;
    }
    return Stream.of(
        Shapes.ball(),
        Shapes.floor(1),
        Shapes.grid("Hill", 1, 0.5, 8, hill),
        Shapes.upright("Plane", 2, 1),
        Shapes.panel(new double[] {1, 2, 1}, new double[] {0, 0.25, 0}, 0.8),
        Shapes.sky(100));
  }

  @ParameterizedTest
  @MethodSource("shapes")
  void normalsTangentsAndTrianglesAgree(Shape s) {
    float[] tangents = s.tangents();
    for (int i = 0; i < s.count(); i++) {
      double dot = 0;
      for (int c = 0; c < 3; c++) {
        dot += s.normals()[3 * i + c] * tangents[4 * i + c];
      }
      assertThat(length(s.normals(), 3 * i)).isCloseTo(1, within(1e-5));
      assertThat(length(tangents, 4 * i)).isCloseTo(1, within(1e-5));
      assertThat(dot).isCloseTo(0, within(1e-5));
      assertThat(Math.abs(tangents[4 * i + 3])).isEqualTo(1);
    }
    for (int i = 0; i < s.triangles().length; i += 3) {
      assertThat(s.triangles()[i]).isLessThan(s.count());
      assertThat(facesOut(s, i)).as(s.name() + " triangle " + i / 3).isTrue();
    }
  }

  private static double length(float[] v, int at) {
    return Math.sqrt(v[at] * v[at] + v[at + 1] * v[at + 1] + v[at + 2] * v[at + 2]);
  }

  /** Whether a triangle's corners go round the way its normals point. */
  private static boolean facesOut(Shape m, int at) {
    int[] v = {m.triangles()[at] * 3, m.triangles()[at + 1] * 3, m.triangles()[at + 2] * 3};
    float[] p = m.positions();
    double[] a = new double[3];
    double[] b = new double[3];
    for (int c = 0; c < 3; c++) {
      a[c] = p[v[1] + c] - p[v[0] + c];
      b[c] = p[v[2] + c] - p[v[0] + c];
    }
    double[] cross = {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
    double dot = 0;
    for (int c = 0; c < 3; c++) {
      dot += cross[c] * (m.normals()[v[0] + c] + m.normals()[v[1] + c] + m.normals()[v[2] + c]);
    }
    return dot > 0;
  }

  @Test
  void tangentsFollowTheCoordinates() {
    // On the upright plane u runs to the right and v upwards, and so do tangent and bitangent.
    float[] t = Shapes.upright("Plane", 2, 1).tangents();
    assertThat(new float[] {t[0], t[1], t[2], t[3]}).containsExactly(1, 0, 0, 1);
    Shape mirrored =
        new Shape(
            "Mirrored",
            0,
            Shapes.upright("Plane", 2, 1).positions(),
            Shapes.upright("Plane", 2, 1).normals(),
            new float[] {1, 0, 0, 0, 0, 1, 1, 1},
            Shapes.upright("Plane", 2, 1).triangles());
    float[] m = mirrored.tangents();
    assertThat(new float[] {m[0], m[1], m[2], m[3]}).containsExactly(-1, 0, 0, -1);
  }

  @Test
  void aPanelLooksAtItsTarget() {
    Shape p = Shapes.panel(new double[] {3, 4, 0}, new double[] {0, 0, 0}, 2);
    assertThat(p.normals()[0]).isCloseTo(-0.6f, within(1e-6f));
    assertThat(p.normals()[1]).isCloseTo(-0.8f, within(1e-6f));
  }

  @Test
  void cornersOfAModelAreSharedAndSlotsKeptApart() {
    float[] p = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 0, 0, 1, 1, 0, 0, 1, 0, 5, 5, 5, 6, 5, 5, 6, 6, 5};
    float[] n = new float[27];
    float[] uv = new float[18];
    for (int i = 0; i < 9; i++) {
      n[3 * i + 2] = 1;
      uv[2 * i] = p[3 * i];
      uv[2 * i + 1] = p[3 * i + 1];
    }
    Shape first = Shapes.ofModel("Hull", 0, p, n, uv, new int[] {0, 0, 1});
    assertThat(first.count()).isEqualTo(4);
    assertThat(first.triangles()).containsExactly(0, 1, 2, 0, 2, 3);
    Shape second = Shapes.ofModel("Oars", 1, p, n, uv, new int[] {0, 0, 1});
    assertThat(second.count()).isEqualTo(3);
    assertThat(second.surface()).isEqualTo(1);
  }
}
