package keepshelf.desktop.bench.state;

import keepshelf.imaging.render.BenchScene;

/**
 * How the bench stands: what is left when a person goes and comes back.
 *
 * @param shape what the item covers
 * @param objectMetres how large that is
 * @param light name of one of the program's lights, or identifier of one on the shelf
 * @param lightDegrees how far it is turned
 * @param stops brighter by so many stops
 * @param backdrop whether the light is seen behind
 * @param view where from
 * @param raised whether the relief is raised
 * @param patches whether the white and the grey patch are there
 * @param beside what stands beside
 */
public record BenchState(
    BenchScene.Shape shape,
    double objectMetres,
    String light,
    double lightDegrees,
    double stops,
    boolean backdrop,
    BenchScene.View view,
    boolean raised,
    boolean patches,
    Beside beside) {
  /** What is seen besides the item with its finish. */
  public enum Beside {
    ALONE("alone"),
    ORIGINAL("original"),
    OTHER("other"),
    WIPE("wipe"),
    BLINK("blink"),
    PIXELS("pixels"),
    TILES("tiles"),
    MEASURE("measure");

    private final String id;

    Beside(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    public String id() {
      return id;
    }

    /** Whether two pictures stand side by side. */
    public boolean isBeside() {
      return this == ORIGINAL || this == OTHER;
    }

    /** Whether the lit object is shown. */
    public boolean isLit() {
      return this != PIXELS && this != TILES && this != MEASURE;
    }
  }

  /** Least and greatest object, in metres. */
  static final double LEAST = 0.05;

  static final double MOST = 50;

  /** As it first stands. */
  public static final BenchState FIRST =
      new BenchState(
          BenchScene.Shape.BALL,
          0.5,
          keepshelf.imaging.light.Light.LAMP_ROOM_WINDOW.name(),
          0,
          0,
          false,
          BenchScene.View.FRONT,
          true,
          false,
          Beside.ALONE);

  /** Another shape. */
  public BenchState with(BenchScene.Shape s) {
    return new BenchState(
        s, objectMetres, light, lightDegrees, stops, backdrop, view, raised, patches, beside);
  }

  /** Another size, kept within what can be shown. */
  public BenchState sized(double metres) {
    double m = Math.clamp(metres, LEAST, MOST);
    return new BenchState(
        shape, m, light, lightDegrees, stops, backdrop, view, raised, patches, beside);
  }

  /** Another light. */
  public BenchState lit(String by) {
    return new BenchState(
        shape, objectMetres, by, lightDegrees, stops, backdrop, view, raised, patches, beside);
  }

  /** The light turned to {@code degrees}. */
  public BenchState turned(double degrees) {
    double d = degrees - 360 * Math.floor((degrees + 180) / 360);
    return new BenchState(
        shape, objectMetres, light, d, stops, backdrop, view, raised, patches, beside);
  }

  /** Brighter or darker, in stops. */
  public BenchState brighter(double to) {
    double s = Math.clamp(to, -6, 6);
    return new BenchState(
        shape, objectMetres, light, lightDegrees, s, backdrop, view, raised, patches, beside);
  }

  /** The light seen behind or not. */
  public BenchState backdrop(boolean is) {
    return new BenchState(
        shape, objectMetres, light, lightDegrees, stops, is, view, raised, patches, beside);
  }

  /** The shape of this number, from 1. */
  public BenchState shape(int number) {
    return with(BenchScene.Shape.values()[number - 1]);
  }

  /** The object turned and tilted by so many degrees. */
  public BenchState movedBy(double right, double up) {
    return seen(view.turnDegrees() + right, view.elevationDegrees() + up, view.nearer());
  }

  /** Seen from nearer by a factor. */
  public BenchState nearer(double factor) {
    return seen(view.turnDegrees(), view.elevationDegrees(), view.nearer() * factor);
  }

  /** Seen and lit as at first. */
  public BenchState asAtFirst() {
    BenchScene.View v = BenchScene.View.FRONT;
    return seen(v.turnDegrees(), v.elevationDegrees(), v.nearer()).turned(0).brighter(0);
  }

  /** Seen from elsewhere. */
  public BenchState seen(double turn, double elevation, double nearer) {
    double t = turn - 360 * Math.floor((turn + 180) / 360);
    BenchScene.View v =
        new BenchScene.View(t, Math.clamp(elevation, 0, 70), Math.clamp(nearer, 0.6, 12));
    return new BenchState(
        shape, objectMetres, light, lightDegrees, stops, backdrop, v, raised, patches, beside);
  }

  /** With the relief raised or flat. */
  public BenchState raised(boolean is) {
    return new BenchState(
        shape, objectMetres, light, lightDegrees, stops, backdrop, view, is, patches, beside);
  }

  /** With the patches or without. */
  public BenchState patches(boolean is) {
    return new BenchState(
        shape, objectMetres, light, lightDegrees, stops, backdrop, view, raised, is, beside);
  }

  /** Beside something else. */
  public BenchState beside(Beside what) {
    return new BenchState(
        shape, objectMetres, light, lightDegrees, stops, backdrop, view, raised, patches, what);
  }
}
