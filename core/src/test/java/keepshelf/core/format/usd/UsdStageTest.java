package keepshelf.core.format.usd;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import keepshelf.core.format.Light;
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
import org.junit.jupiter.params.provider.ValueSource;

/** Whole stages, taken apart by plain patterns: meshes, lights, camera, both axes, any unit. */
class UsdStageTest {
  private static SurfaceDocument surface(String name, Texture... textures) {
    return new SurfaceDocument(
        name,
        "UsdPreviewSurface",
        List.of(textures),
        Placement.of(0.5, 0.5),
        1,
        0.5,
        List.of(new Value("roughness", 0.4)),
        100,
        Opacity.OPAQUE,
        Covering.TILED);
  }

  private static final SurfaceDocument ROPE =
      surface("Rope", new Texture("diffuseColor", Use.COLOUR, "textures/c.png"));

  private static String stage(boolean upZ, double units, List<Light> lights, Shape... shapes) {
    return UsdWriter.write(
        new Scene("Rope", List.of(ROPE, ROPE), List.of(shapes), lights, true, units, upZ));
  }

  /** The text of the prim of that type and name, to its closing brace. */
  private static String prim(String stage, String type, String name) {
    Matcher m =
        Pattern.compile("(?s)    def " + type + " \"" + name + "\".*?\n    \\}").matcher(stage);
    assertThat(m.find()).as(type + " " + name).isTrue();
    return m.group();
  }

  private static double[] numbers(String prim, String property) {
    Matcher m = Pattern.compile(Pattern.quote(property) + " = (.*)").matcher(prim);
    assertThat(m.find()).as(property).isTrue();
    return Arrays.stream(m.group(1).split("[^-0-9.eE]+"))
        .filter(s -> s.matches("-?[0-9].*"))
        .mapToDouble(Double::parseDouble)
        .toArray();
  }

  @ParameterizedTest
  @CsvSource({"false, 1", "true, 1", "false, 100", "true, 100"})
  void meshesAreThereInTheHostsAxesAndUnits(boolean upZ, double units) {
    Shape ball = Shapes.ball();
    String mesh = prim(stage(upZ, units, List.of(), ball, Shapes.floor(2).of(1)), "Mesh", "Ball");
    double[] points = numbers(mesh, "point3f[] points");
    assertThat(points).hasSize(ball.positions().length);
    double[] extent = numbers(mesh, "float3[] extent");
    for (int i = 0; i < ball.count(); i++) {
      float[] p = ball.positions();
      assertThat(points[3 * i]).isCloseTo(units * p[3 * i], within(1e-4));
      assertThat(points[3 * i + (upZ ? 2 : 1)]).isCloseTo(units * p[3 * i + 1], within(1e-4));
      assertThat(points[3 * i + (upZ ? 1 : 2)])
          .isCloseTo((upZ ? -1 : 1) * units * p[3 * i + 2], within(1e-4));
      for (int c = 0; c < 3; c++) {
        assertThat(points[3 * i + c]).isBetween(extent[c] - 1e-4, extent[3 + c] + 1e-4);
      }
    }
    double[] normals = numbers(mesh, "normal3f[] normals");
    for (int i = 0; i < normals.length; i += 3) {
      assertThat(Math.hypot(Math.hypot(normals[i], normals[i + 1]), normals[i + 2]))
          .isCloseTo(1, within(1e-4));
    }
    // The top of the ball looks up, wherever that is.
    assertThat(normals[upZ ? 2 : 1]).isCloseTo(1, within(1e-5));
    double[] uvs = numbers(mesh, "texCoord2f[] primvars:st");
    for (int i = 0; i < uvs.length; i++) {
      assertThat(uvs[i]).isCloseTo(ball.uvs()[i], within(1e-5));
    }
    double[] counts = numbers(mesh, "int[] faceVertexCounts");
    assertThat(counts).hasSize(ball.triangles().length / 3).containsOnly(3);
    assertThat(numbers(mesh, "int[] faceVertexIndices")).hasSize(ball.triangles().length);
    assertThat(mesh)
        .contains(
            "apiSchemas = [\"MaterialBindingAPI\"]",
            "rel material:binding = </Root/Rope>",
            "uniform token subdivisionScheme = \"none\"");
    // Normals and coordinates belong to corners.
    assertThat(mesh.split("interpolation = \"vertex\"", -1)).hasSize(3);
  }

  @Test
  void everyShapeIsBoundToItsOwnMaterialUnderANameOfItsOwn() {
    Shape rope =
        new Shape("Rope", 0, new float[9], new float[9], new float[6], new int[] {0, 1, 2});
    String s = stage(false, 1, List.of(), Shapes.floor(1).of(1), rope, rope, Shapes.floor(1));
    assertThat(prim(s, "Mesh", "Floor")).contains("</Root/Rope_2>");
    assertThat(prim(s, "Mesh", "Rope_shape")).contains("</Root/Rope>");
    List<String> names = new ArrayList<>();
    Matcher m = Pattern.compile("(?m)^    def \\w+ \"(.*?)\"").matcher(s);
    while (m.find()) {
      names.add(m.group(1));
    }
    assertThat(names).doesNotHaveDuplicates().hasSize(7);
  }

  @Test
  void theStageSaysItsAxisItsUnitAndItsRoot() {
    assertThat(stage(false, 100, List.of(), Shapes.floor(1)))
        .startsWith("#usda 1.0")
        .contains("upAxis = \"Y\"", "metersPerUnit = 0.01", "defaultPrim = \"Root\"");
    assertThat(stage(true, 1, List.of(), Shapes.floor(1)))
        .contains("upAxis = \"Z\"", "metersPerUnit = 1");
  }

  /** Rows are the axes and the place; it looks along its -z. */
  private static void looksFrom(String prim, double[] at, double[] direction) {
    double[] m = numbers(prim, "matrix4d xformOp:transform");
    assertThat(m).hasSize(16);
    assertThat(new double[] {m[3], m[7], m[11], m[15]}).containsExactly(0, 0, 0, 1);
    for (int a = 0; a < 3; a++) {
      for (int b = 0; b < 3; b++) {
        double dot = 0;
        for (int c = 0; c < 3; c++) {
          dot += m[4 * a + c] * m[4 * b + c];
        }
        assertThat(dot).isCloseTo(a == b ? 1 : 0, within(1e-4));
      }
    }
    // Right-handed: right x above = back.
    assertThat(m[0] * m[5] - m[1] * m[4]).isCloseTo(m[10], within(1e-4));
    double l = Math.hypot(Math.hypot(direction[0], direction[1]), direction[2]);
    for (int c = 0; c < 3; c++) {
      assertThat(-m[8 + c]).isCloseTo(direction[c] / l, within(1e-4));
      assertThat(m[12 + c]).isCloseTo(at[c], within(1e-4));
    }
    assertThat(prim).contains("xformOpOrder = [\"xformOp:transform\"]");
  }

  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void theCameraStandsAndLooksAsItShould(boolean upZ) {
    Scene axes = new Scene("", List.of(), List.of(), List.of(), true, 100, upZ);
    double[] c = Scene.CAMERA;
    double[] t = Scene.TARGET;
    String camera = prim(stage(upZ, 100, List.of(), Shapes.floor(1)), "Camera", "Camera");
    looksFrom(
        camera, axes.placed(c[0], c[1], c[2]), axes.turned(t[0] - c[0], t[1] - c[1], t[2] - c[2]));
    double focal = numbers(camera, "float focalLength")[0];
    double high = numbers(camera, "float verticalAperture")[0];
    assertThat(Math.toDegrees(2 * Math.atan(high / 2 / focal)))
        .isCloseTo(Scene.VIEW_DEGREES, within(1e-3));
    assertThat(numbers(camera, "float horizontalAperture")[0]).isCloseTo(1.5 * high, within(1e-3));
  }

  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void panelsAndSunsShineWhereTheyShould(boolean upZ) {
    Scene axes = new Scene("", List.of(), List.of(), List.of(), true, 10, upZ);
    List<Light> lights =
        List.of(new Light.Panel(1, 2, 3, 0.5, 7), new Light.Sun(30, 45, 1, 0.5, 0.25, 1000));
    String s = stage(upZ, 10, lights, Shapes.floor(1));
    String panel = prim(s, "RectLight", "Panel");
    looksFrom(panel, axes.placed(1, 2, 3), axes.turned(-1, 0.25 - 2, -3));
    assertThat(numbers(panel, "float inputs:width")[0]).isEqualTo(5);
    assertThat(numbers(panel, "float inputs:height")[0]).isEqualTo(5);
    assertThat(numbers(panel, "float inputs:intensity")[0]).isEqualTo(7);
    String sun = prim(s, "DistantLight", "Sun");
    double flat = Math.cos(Math.toRadians(45));
    double[] from = {flat * 0.5, flat, -flat * Math.cos(Math.toRadians(30))};
    looksFrom(
        sun, axes.placed(from[0], from[1], from[2]), axes.turned(-from[0], -from[1], -from[2]));
    assertThat(numbers(sun, "color3f inputs:color")).containsExactly(1, 0.5, 0.25);
    assertThat(numbers(sun, "float inputs:intensity")[0]).isEqualTo(1000);
  }

  @Test
  void aLightStraightAboveStillHasAnUpright() {
    List<Light> noon = List.of(new Light.Sun(0, 90, 1, 1, 1, 1));
    looksFrom(
        prim(stage(false, 1, noon, Shapes.floor(1)), "DistantLight", "Sun"),
        new double[] {0, 1, 0},
        new double[] {0, -1, 0});
  }

  @Test
  void surroundingsAreTurnedAboutWhatIsUp() {
    List<Light> dome = List.of(new Light.Dome("textures/d.exr", 30, 2));
    String y = prim(stage(false, 1, dome, Shapes.floor(1)), "DomeLight", "Environment");
    assertThat(numbers(y, "float inputs:intensity")[0]).isEqualTo(2);
    assertThat(y)
        .contains(
            "asset inputs:texture:file = @./textures/d.exr@",
            "token inputs:texture:format = \"latlong\"",
            "float xformOp:rotateY = 30",
            "xformOpOrder = [\"xformOp:rotateY\"]");
    String z = prim(stage(true, 1, dome, Shapes.floor(1)), "DomeLight", "Environment");
    assertThat(z)
        .contains(
            "float xformOp:rotateX = 90",
            "float xformOp:rotateZ = 30",
            "xformOpOrder = [\"xformOp:rotateZ\", \"xformOp:rotateX\"]");
  }

  @Test
  void nothingBreaksOutOfItsQuotes() {
    SurfaceDocument hostile =
        surface("a\" { } \n#", new Texture("diffuseColor", Use.COLOUR, "textures/c.png"));
    String s = UsdWriter.write(Scene.sample(hostile));
    assertThat(s.chars().filter(c -> c == '{').count())
        .isEqualTo(s.chars().filter(c -> c == '}').count());
    assertThat(s.chars().filter(c -> c == '"').count() % 2).isZero();
  }

  @Test
  void theCompanionHasTheSamePicturesOnOtherInputs() {
    SurfaceDocument all =
        surface(
            "Rope",
            new Texture("diffuseColor", Use.COLOUR, "c.png"),
            new Texture("opacity", Use.GREY, "o.png"),
            new Texture("occlusion", Use.GREY, "ao.png"),
            new Texture("emissiveColor", Use.COLOUR, "e.png"),
            new Texture("displacement", Use.DISPLACEMENT, "h.png"));
    Scene stage = Scene.sample(all);
    SurfaceDocument d = UsdCompanion.of(stage).orElseThrow().surfaces().getFirst();
    assertThat(d.textures())
        .containsExactly(
            new Texture("base_color", Use.COLOUR, "c.png"),
            new Texture("opacity", Use.GREY_AS_COLOUR, "o.png"),
            new Texture("emission_color", Use.COLOUR, "e.png"),
            new Texture("displacement", Use.DISPLACEMENT, "h.png"));
    assertThat(d.values())
        .containsExactly(
            new Value("base", 1), new Value("specular_roughness", 0.4), new Value("emission", 1));
    assertThat(d.model()).isEqualTo("standard_surface");
    assertThat(d.placement()).isEqualTo(all.placement());
    Scene none = new Scene("d", List.of(), List.of(), List.of(), false, 1, false);
    assertThat(UsdCompanion.of(none)).isEmpty();
  }
}
