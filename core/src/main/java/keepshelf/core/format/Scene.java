package keepshelf.core.format;

import java.util.List;

/**
 * What one document holds, whatever its format.
 *
 * @param name name for people
 * @param surfaces the materials
 * @param shapes what they are on; may be empty
 * @param lights may be empty
 * @param camera whether one is set up that looks at the origin
 * @param unitsPerMetre of the host
 * @param upZ whether the host's z axis points upwards; y does else
 */
public record Scene(
    String name,
    List<SurfaceDocument> surfaces,
    List<Shape> shapes,
    List<Light> lights,
    boolean camera,
    double unitsPerMetre,
    boolean upZ) {
  /** Where the camera stands and what it looks at, in metres. */
  public static final double[] CAMERA = {0.55, 0.75, 1.45};

  /** What the camera looks at. */
  public static final double[] TARGET = {0, 0.22, 0};

  /** Its vertical angle of view in degrees. */
  public static final double VIEW_DEGREES = 36;

  /** Copies the lists. */
  public Scene {
    surfaces = List.copyOf(surfaces);
    shapes = List.copyOf(shapes);
    lights = List.copyOf(lights);
  }

  /** A surface on a ball and a floor, so that any viewer has something to show. */
  public static Scene sample(SurfaceDocument d) {
    return new Scene(
        d.name(),
        List.of(d),
        List.of(Shapes.ball(), Shapes.floor(1)),
        List.of(),
        false,
        d.unitsPerMetre(),
        false);
  }

  /** A place or direction with the host's axes: x, y, z of the y-up original. */
  public double[] turned(double x, double y, double z) {
    return upZ ? new double[] {x, -z, y} : new double[] {x, y, z};
  }

  /** A place in the host's axes and units. */
  public double[] placed(double x, double y, double z) {
    double[] t = turned(x, y, z);
    return new double[] {t[0] * unitsPerMetre, t[1] * unitsPerMetre, t[2] * unitsPerMetre};
  }

  /** Names of the surfaces as identifiers, no two alike. */
  public List<String> identifiers() {
    List<String> out = new java.util.ArrayList<>();
    for (SurfaceDocument d : surfaces) {
      String base = Numbers.identifier(d.name());
      String n = base;
      for (int i = 2; out.contains(n); i++) {
        n = base + "_" + i;
      }
      out.add(n);
    }
    return out;
  }
}
