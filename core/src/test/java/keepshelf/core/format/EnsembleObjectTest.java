package keepshelf.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The counter that shows the parts of an ensemble. */
class EnsembleObjectTest {
  private static double[] edge(float[] of, int size, int a, int b) {
    double[] d = new double[3];
    for (int c = 0; c < size; c++) {
      d[c] = of[size * b + c] - of[size * a + c];
    }
    return d;
  }

  private static double length(double[] v) {
    return Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 9, 12})
  void everyPartHasItsShapeFacingOutwardsAtTrueSize(int count) {
    List<String> names = IntStream.range(0, count).mapToObj(i -> "p" + i).toList();
    List<Shape> shapes = EnsembleObject.of(names);
    assertThat(shapes).extracting(Shape::name).isEqualTo(names);
    for (int s = 0; s < count; s++) {
      Shape shape = shapes.get(s);
      assertThat(shape.surface()).isEqualTo(s);
      assertThat(shape.triangles()).isNotEmpty();
      boolean flat = shape.count() < 200;
      for (int t = 0; t < shape.triangles().length; t += 3) {
        int a = shape.triangles()[t];
        int b = shape.triangles()[t + 1];
        int c = shape.triangles()[t + 2];
        double[] e = edge(shape.positions(), 3, a, b);
        double[] f = edge(shape.positions(), 3, a, c);
        double[] n = {
          e[1] * f[2] - e[2] * f[1], e[2] * f[0] - e[0] * f[2], e[0] * f[1] - e[1] * f[0]
        };
        double out = 0;
        for (int k = 0; k < 3; k++) {
          out += n[k] * shape.normals()[3 * a + k];
        }
        assertThat(out).as("%s faces outwards", shape.name()).isPositive();
        if (flat) {
          // A picture is neither stretched nor mirrored.
          assertThat(length(edge(shape.uvs(), 2, a, b))).isCloseTo(length(e), within(1e-6));
          assertThat(length(edge(shape.uvs(), 2, a, c))).isCloseTo(length(f), within(1e-6));
          double[] u = edge(shape.uvs(), 2, a, b);
          double[] v = edge(shape.uvs(), 2, a, c);
          assertThat(u[0] * v[1] - u[1] * v[0]).isPositive();
        }
      }
    }
    float low = Float.MAX_VALUE;
    for (Shape s : shapes) {
      low = Math.min(low, s.bounds()[0][1]);
    }
    assertThat(low).as("it stands on the ground").isZero();
  }

  @ParameterizedTest
  @CsvSource({"top, 0.90, 1", "Worktop, 0.90, 1", "plinth, 0, 0", "The base, 0, 0"})
  void aPartThatSaysWhereItIsIsThere(String name, float at, int end) {
    Shape s = EnsembleObject.of(List.of("one", name, "two")).get(1);
    assertThat(s.bounds()[end][1]).isCloseTo(at, within(1e-6f));
    assertThat(s.bounds()[1][1] - s.bounds()[0][1]).as("and nowhere else").isLessThan(0.11f);
  }

  @Test
  void trimStandsOutBeforeTheFront() {
    List<Shape> s = EnsembleObject.of(List.of("edge trim", "front"));
    assertThat(s.get(0).bounds()[1][2]).isGreaterThan(s.get(1).bounds()[1][2] - 0.031f);
    List<Shape> two = EnsembleObject.of(List.of("a", "b"));
    assertThat(two.get(0).count()).as("without a trim the front is plain").isEqualTo(4);
  }
}
