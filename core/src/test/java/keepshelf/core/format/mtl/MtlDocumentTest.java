package keepshelf.core.format.mtl;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import keepshelf.core.format.Placement;
import keepshelf.core.format.Scene;
import keepshelf.core.format.Shape;
import keepshelf.core.format.Shapes;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Covering;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.format.SurfaceDocument.Value;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Libraries and objects are read line by line, as their specification of 1995 has them. */
class MtlDocumentTest {
  private static SurfaceDocument surface(
      String name, Placement p, double relief, double middle, List<Value> values, Texture... t) {
    return new SurfaceDocument(
        name, "mtl", List.of(t), p, relief, middle, values, 1, Opacity.OPAQUE, Covering.TILED);
  }

  private static List<String> lines(SurfaceDocument d) {
    return MtlWriter.write(Scene.sample(d)).lines().toList();
  }

  private static String line(SurfaceDocument d, String word) {
    return lines(d).stream().filter(l -> l.startsWith(word + " ")).findFirst().orElse(null);
  }

  @ParameterizedTest
  @CsvSource({
    "diffuse, COLOUR, map_Kd",
    "bump, BUMP, map_Bump",
    "opacity, GREY, map_d",
    "emissive, COLOUR, map_Ke",
    "roughness, GREY, map_Pr",
    "metallic, GREY, map_Pm",
    "normal, NORMAL, norm",
    "displacement, DISPLACEMENT, disp",
    "specular, COLOUR, map_Ks",
    "sheen, GREY, map_Ps",
    "of_my_own, GREY, of_my_own"
  })
  void inputsAreCalledByTheirStatements(String input, Use use, String statement) {
    SurfaceDocument d =
        surface(
            "Kelp", Placement.WHOLE, 0.01, 0.5, List.of(), new Texture(input, use, "maps/k.png"));
    assertThat(line(d, statement)).endsWith(" maps/k.png");
  }

  @Test
  void greysAreColoursWhereTheStatementIsOne() {
    SurfaceDocument d =
        surface(
            "Kelp",
            Placement.WHOLE,
            0,
            0.5,
            List.of(new Value("Kd", 0.5), new Value("Ns", 40), new Value("illum", 2)));
    assertThat(lines(d)).contains("Kd 0.5 0.5 0.5", "Ns 40", "illum 2");
  }

  @ParameterizedTest
  @CsvSource({"0.02, 0.5, -0.01, 0.02", "0.02, 0, 0, 0.02", "0.02, 1, -0.02, 0.02"})
  void whatLiesInTheMiddleStaysWhereItIs(double relief, double middle, double base, double gain) {
    Texture t = new Texture("displacement", Use.DISPLACEMENT, "h.png");
    String[] words =
        line(surface("K", Placement.WHOLE, relief, middle, List.of(), t), "disp").split(" ");
    int mm = Arrays.asList(words).indexOf("-mm");
    assertThat(Double.parseDouble(words[mm + 1])).isEqualTo(base);
    assertThat(Double.parseDouble(words[mm + 2])).isEqualTo(gain);
  }

  @Test
  void shiftedTilesLieAsPlanned() {
    Random random = new Random(8);
    for (int n = 0; n < 100; n++) {
      Placement p =
          new Placement(
              0.1 + random.nextDouble() * 3,
              0.1 + random.nextDouble() * 3,
              0,
              random.nextDouble() * 2 - 1,
              random.nextDouble() * 2 - 1);
      Texture t = new Texture("diffuse", Use.COLOUR, "c.png");
      String[] w = line(surface("K", p, 0, 0.5, List.of(), t), "map_Kd").split(" ");
      int o = Arrays.asList(w).indexOf("-o");
      int s = Arrays.asList(w).indexOf("-s");
      double u = random.nextDouble() * 3;
      double v = random.nextDouble() * 3;
      double[] meant = p.texture(u, v);
      assertThat(Double.parseDouble(w[s + 1]) * u + Double.parseDouble(w[o + 1]))
          .isCloseTo(meant[0], within(1e-4));
      assertThat(Double.parseDouble(w[s + 2]) * v + Double.parseDouble(w[o + 2]))
          .isCloseTo(meant[1], within(1e-4));
    }
  }

  @Test
  void namesCannotBreakOutOfTheirLine() {
    SurfaceDocument d = surface("Kelp\nnewmtl evil\nKd 1 1 1", Placement.WHOLE, 0, 0.5, List.of());
    assertThat(lines(d).stream().filter(l -> l.startsWith("newmtl"))).hasSize(1);
    assertThat(lines(d)).noneMatch(l -> l.startsWith("Kd"));
  }

  @Test
  void theTileIsSaidInWordsWhereItIsNoMetre() {
    assertThat(lines(surface("K", Placement.of(0.5, 0.5), 0, 0.5, List.of())))
        .anyMatch(l -> l.contains("a tile is 0.5 m wide"));
    assertThat(lines(surface("K", Placement.WHOLE, 0, 0.5, List.of())))
        .noneMatch(l -> l.contains("m wide"));
  }

  /** Reads an object back: corners by their numbers over all shapes. */
  @Test
  void cornersAreCountedOverAllShapes() {
    SurfaceDocument a = surface("Rope", Placement.WHOLE, 0, 0.5, List.of());
    SurfaceDocument b = surface("Rope", Placement.WHOLE, 0, 0.5, List.of());
    List<Shape> shapes = List.of(Shapes.ball(), Shapes.floor(1).of(1), Shapes.floor(2));
    for (boolean upZ : new boolean[] {false, true}) {
      Scene scene = new Scene("Two", List.of(a, b), shapes, List.of(), false, 100, upZ);
      List<double[]> places = new ArrayList<>();
      List<int[]> faces = new ArrayList<>();
      List<String> materials = new ArrayList<>();
      for (String l : ObjWriter.write(scene, null).split("\n")) {
        String[] w = l.split(" ");
        switch (w[0]) {
          case "v" -> places.add(numbers(w));
          case "usemtl" -> materials.add(w[1]);
          case "f" -> {
            int[] f = new int[3];
            for (int i = 0; i < 3; i++) {
              String[] parts = w[i + 1].split("/");
              assertThat(parts[0]).isEqualTo(parts[1]).isEqualTo(parts[2]);
              f[i] = Integer.parseInt(parts[0]) - 1;
            }
            faces.add(f);
          }
          default -> {}
        }
      }
      // Two surfaces of one name are told apart.
      assertThat(materials).containsExactly("Rope", "Rope_2", "Rope");
      assertThat(places).hasSize(shapes.stream().mapToInt(Shape::count).sum());
      int face = 0;
      int first = 0;
      for (Shape s : shapes) {
        for (int i = 0; i < s.triangles().length; i += 3) {
          for (int c = 0; c < 3; c++) {
            int corner = s.triangles()[i + c];
            assertThat(faces.get(face)[c]).isEqualTo(first + corner);
            double[] p = places.get(first + corner);
            float[] q = s.positions();
            assertThat(p[0]).isCloseTo(100 * q[3 * corner], within(1e-3));
            assertThat(upZ ? p[2] : p[1]).isCloseTo(100 * q[3 * corner + 1], within(1e-3));
            assertThat(upZ ? -p[1] : p[2]).isCloseTo(100 * q[3 * corner + 2], within(1e-3));
          }
          face++;
        }
        first += s.count();
      }
      assertThat(faces).hasSize(face);
    }
  }

  private static double[] numbers(String[] words) {
    return Arrays.stream(words).skip(1).mapToDouble(Double::parseDouble).toArray();
  }

  @Test
  void anObjectNamesItsLibraryOnlyWhereThereIsOne() {
    Scene s = Scene.sample(surface("K", Placement.WHOLE, 0, 0.5, List.of()));
    assertThat(ObjWriter.write(s, "k.mtl")).contains("mtllib k.mtl\n");
    assertThat(ObjWriter.write(s, null)).doesNotContain("mtllib");
  }
}
