package keepshelf.core.format;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Shapes are as large as they say, and a metre of texture lies on a metre of surface. */
class ShapeMeasuresTest {
  private static double[] sizes(Shape s) {
    float[][] b = s.bounds();
    return new double[] {b[1][0] - b[0][0], b[1][1] - b[0][1], b[1][2] - b[0][2]};
  }

  @Test
  void sizesAreTrue() {
    assertThat(sizes(Shapes.ball())).containsExactly(new double[] {0.5, 0.5, 0.5}, within(1e-3));
    assertThat(Shapes.ball().bounds()[0][1])
        .as("it lies on the ground")
        .isCloseTo(0, within(1e-6f));
    assertThat(sizes(Shapes.floor(3))).containsExactly(new double[] {3, 0, 3}, within(1e-6));
    assertThat(sizes(Shapes.grid("g", 2, 1, 4, null)))
        .containsExactly(new double[] {2, 0, 1}, within(1e-6));
    assertThat(sizes(Shapes.upright("p", 2, 1)))
        .containsExactly(new double[] {2, 1, 0}, within(1e-6));
    assertThat(sizes(Shapes.sky(50))).containsExactly(new double[] {100, 100, 100}, within(0.3));
    double[] p = sizes(Shapes.panel(new double[] {0, 5, 0.001}, new double[] {0, 0, 0}, 0.8));
    assertThat(p[0]).isCloseTo(0.8, within(1e-3));
    assertThat(p[2]).isCloseTo(0.8, within(1e-3));
  }

  static Stream<Shape> metric() {
    return Stream.of(
        Shapes.floor(2),
        Shapes.grid("g", 2, 1, 4, null),
        EnsembleObject.of(List.of("front", "sides", "trim", "top", "plinth")).get(0),
        EnsembleObject.of(List.of("front", "sides", "trim", "top", "plinth")).get(1),
        EnsembleObject.of(List.of("front", "sides", "trim", "top", "plinth")).get(2),
        EnsembleObject.of(List.of("front", "sides", "trim", "top", "plinth")).get(3),
        EnsembleObject.of(List.of("front", "sides", "trim", "top", "plinth")).get(4));
  }

  @ParameterizedTest
  @MethodSource("metric")
  void edgesAreAsLongInTheTextureAsOnTheSurface(Shape s) {
    for (int t = 0; t < s.triangles().length; t += 3) {
      for (int k = 0; k < 3; k++) {
        int a = s.triangles()[t + k];
        int b = s.triangles()[t + (k + 1) % 3];
        double world = 0;
        for (int c = 0; c < 3; c++) {
          world += Math.pow(s.positions()[3 * a + c] - s.positions()[3 * b + c], 2);
        }
        double picture =
            Math.hypot(s.uvs()[2 * a] - s.uvs()[2 * b], s.uvs()[2 * a + 1] - s.uvs()[2 * b + 1]);
        assertThat(picture).as(s.name()).isCloseTo(Math.sqrt(world), within(1e-5));
      }
    }
  }

  @Test
  void theEquatorOfTheBallIsAsLongInTheTexture() {
    Shape s = Shapes.ball();
    float[] us = new float[s.count()];
    for (int i = 0; i < us.length; i++) {
      us[i] = s.uvs()[2 * i];
    }
    Arrays.sort(us);
    assertThat(us[us.length - 1] - us[0]).isCloseTo((float) (2 * Math.PI * 0.25), within(1e-4f));
  }

  @Test
  void reliefIsRaisedAndTiltsTheNormals() {
    int steps = 20;
    float[] wedge = new float[(steps + 1) * (steps + 1)];
    for (int i = 0; i < wedge.length; i++) {
      wedge[i] = 0.01f * (i % (steps + 1));
    }
    Shape s = Shapes.grid("w", 1, 1, steps, wedge);
    assertThat(sizes(s)[1]).isCloseTo(0.2, within(1e-5));
    // It rises by 0.2 m over a metre, to the right.
    double l = Math.hypot(0.2, 1);
    for (int i = 0; i < s.count(); i++) {
      assertThat(s.normals()[3 * i]).isCloseTo((float) (-0.2 / l), within(1e-4f));
      assertThat(s.normals()[3 * i + 1]).isCloseTo((float) (1 / l), within(1e-4f));
      assertThat(s.normals()[3 * i + 2]).isCloseTo(0, within(1e-5f));
    }
  }

  @Test
  void theSkyShowsTheMiddleOfThePanoramaAheadAndItsRightToTheRight() {
    Shape s = Shapes.sky(10);
    boolean ahead = false;
    boolean right = false;
    for (int i = 0; i < s.count(); i++) {
      float x = s.positions()[3 * i];
      float y = s.positions()[3 * i + 1];
      float z = s.positions()[3 * i + 2];
      // Pictures repeat.
      float u = s.uvs()[2 * i] % 1;
      if (Math.abs(y) < 1e-3 && Math.abs(x) < 1e-3 && z < 0) {
        ahead |= Math.abs(u - 0.5) < 1e-5;
      }
      if (Math.abs(y) < 1e-3 && Math.abs(z) < 1e-3 && x > 0) {
        right |= Math.abs(u - 0.75) < 1e-5;
      }
      // Up in the picture is up in the sky, and it looks inwards.
      assertThat(s.uvs()[2 * i + 1]).isBetween(0f, 1f);
      assertThat(x * s.normals()[3 * i] + y * s.normals()[3 * i + 1] + z * s.normals()[3 * i + 2])
          .isNegative();
      if (y > 9.9) {
        assertThat(s.uvs()[2 * i + 1]).isGreaterThan(0.9f);
      }
    }
    assertThat(ahead).as("ahead").isTrue();
    assertThat(right).as("right").isTrue();
  }

  @Test
  void slotsOfAModelAreTakenApartAndEqualCornersJoined() {
    // Two triangles of a square in slot 0, one elsewhere.
    float[] p = {0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 0, 0, 1, 1, 0, 0, 1, 0, 5, 5, 5, 6, 5, 5, 5, 6, 5};
    float[] n = new float[27];
    for (int i = 2; i < 27; i += 3) {
      n[i] = 1;
    }
    float[] uv = {0, 0, 1, 0, 1, 1, 0, 0, 1, 1, 0, 1, 0, 0, 1, 0, 0, 1};
    Shape s = Shapes.ofModel("square", 0, p, n, uv, new int[] {0, 0, 1});
    assertThat(s.count()).isEqualTo(4);
    assertThat(s.triangles()).containsExactly(0, 1, 2, 0, 2, 3);
    assertThat(sizes(s)).containsExactly(1, 1, 0);
    assertThat(s.uvs()).containsExactly(0, 0, 1, 0, 1, 1, 0, 1);
    Shape other = Shapes.ofModel("rest", 1, p, n, uv, new int[] {0, 0, 1});
    assertThat(other.count()).isEqualTo(3);
    assertThat(other.surface()).isEqualTo(1);
    // A seam in the coordinates keeps its corners apart.
    uv[6] = 0.5f;
    assertThat(Shapes.ofModel("seam", 0, p, n, uv, new int[] {0, 0, 1}).count()).isEqualTo(5);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        // Names of parts | the one that reaches highest | the one that stands on the ground
        "top, plinth, front | top | plinth",
        "Worktop, Sockel base, Doors | Worktop | Sockel base",
        "slate, brass, oak, lime, clay | lime | clay",
        "the roof, the floor | the roof | the floor"
      })
  void partsAreWhereTheirNamesSay(String names, String top, String bottom) {
    List<String> all = Arrays.stream(names.split(", ")).toList();
    List<Shape> shapes = EnsembleObject.of(all);
    String highest = null;
    String lowest = null;
    float high = -1;
    float low = 1;
    for (Shape s : shapes) {
      if (s.bounds()[1][1] > high) {
        high = s.bounds()[1][1];
        highest = s.name();
      }
      if (s.bounds()[0][1] < low) {
        low = s.bounds()[0][1];
        lowest = s.name();
      }
    }
    assertThat(highest).isEqualTo(top);
    assertThat(lowest).isEqualTo(bottom);
    assertThat(low).isCloseTo(0, within(1e-6f));
    assertThat(high).isCloseTo(0.9f, within(1e-6f));
  }

  @Test
  void whatElseThereIsLiesInARowBeforeTheCounter() {
    List<String> names = List.of("a", "b", "c", "d", "e", "f", "g", "h");
    List<Shape> shapes = EnsembleObject.of(names);
    List<Shape> balls = shapes.stream().filter(s -> s.count() > 200).toList();
    assertThat(balls).hasSize(3);
    float before = -9;
    for (Shape b : balls) {
      assertThat(sizes(b)).containsExactly(new double[] {0.2, 0.2, 0.2}, within(1e-3));
      assertThat(b.bounds()[0][0]).as("they do not touch").isGreaterThan(before);
      assertThat(b.bounds()[0][2]).as("before the front").isGreaterThan(0.3f);
      before = b.bounds()[1][0];
    }
    double middle = (balls.getFirst().bounds()[0][0] + balls.getLast().bounds()[1][0]) / 2.0;
    assertThat(middle).isCloseTo(0, within(1e-3));
  }
}
