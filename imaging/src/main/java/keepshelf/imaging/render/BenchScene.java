package keepshelf.imaging.render;

import keepshelf.imaging.light.LightField;
import keepshelf.imaging.solid.Ball;
import keepshelf.imaging.solid.Box;
import keepshelf.imaging.solid.Drape;
import keepshelf.imaging.solid.Solid;

/**
 * What the bench shows: a shape at true size, how it is covered, lit and looked at.
 *
 * @param shape what stands there
 * @param objectMetres its width and height
 * @param cover what covers it
 * @param lighting how it is lit
 * @param view where from
 * @param patches whether a white and a grey patch lie in front
 */
public record BenchScene(
    Shape shape, double objectMetres, Cover cover, Lighting lighting, View view, boolean patches) {

  /**
   * What covers an object.
   *
   * @param tileWidth width of one tile in metres
   * @param tileHeight height of one tile in metres
   * @param laying how the maps lie on it
   * @param substance what the surface is, beyond its maps
   */
  public record Cover(double tileWidth, double tileHeight, Laying laying, Substance substance) {
    /** The same without relief. */
    Cover flat() {
      Laying level = new Laying(laying.turnDegrees, laying.right, laying.up, 0, laying.middle);
      return new Cover(tileWidth, tileHeight, level, substance);
    }
  }

  /**
   * How an object is lit.
   *
   * @param light the light
   * @param degrees how far it is turned about the upright, from the front to the right
   * @param stops brighter by so many stops
   * @param backdrop whether the light itself is seen behind the object
   */
  public record Lighting(LightField light, double degrees, double stops, boolean backdrop) {
    /** As the light is, not seen itself. */
    public static Lighting plain(LightField light) {
      return new Lighting(light, 0, 0, false);
    }
  }

  /** The shapes. */
  public enum Shape {
    BALL("ball", 1.27f),
    SLAB("slab", 1.28f),
    BLOCK("block", 1.5f),
    DRAPE("drape", 1.28f);

    private final String id;
    private final float room;

    Shape(String id, float room) {
      this.id = id;
      this.room = room;
    }

    /** Stable identifier. */
    public String id() {
      return id;
    }

    /** Half the picture's smaller side, in halves of the object. */
    float room() {
      return room;
    }

    Solid of(double metres, View view) {
      double half = metres / 2;
      return switch (this) {
        case BALL -> new Ball(metres, view.turnDegrees(), view.elevationDegrees());
        case SLAB -> new Box(half, half, half * 0.06, half * 0.02, view.turnDegrees());
        case BLOCK -> new Box(half, half, half, half * 0.08, view.turnDegrees());
        case DRAPE -> new Drape(metres, view.turnDegrees());
      };
    }
  }

  /**
   * How the maps lie on the object.
   *
   * @param turnDegrees counter-clockwise
   * @param right shift in metres
   * @param up shift in metres
   * @param relief metres between the lowest and the highest value of the height map; 0 for none
   * @param middle value of the height map that lies on the object's own surface, 0..1
   */
  public record Laying(double turnDegrees, double right, double up, double relief, double middle) {
    /** As delivered, without relief. */
    public static final Laying PLAIN = new Laying(0, 0, 0, 0, 0.5);
  }

  /**
   * What the surface is, beyond its maps.
   *
   * @param reflectance of what is no metal, seen straight on, 0..1
   * @param coat amount of a clear layer, 0..1
   * @param coatRoughness of that layer, 0..1
   * @param transmission share of what is no metal that light goes through, 0..1
   * @param bending index of refraction that bends what is seen through it; 1 for a thin sheet
   * @param opacityThreshold below which there are holes, or a negative number where it is blended
   */
  public record Substance(
      double reflectance,
      double coat,
      double coatRoughness,
      double transmission,
      double bending,
      double opacityThreshold) {
    /** As most are. */
    public static final Substance USUAL = new Substance(0.04, 0, 0, 0, 1, -1);
  }

  /**
   * Where the viewer stands.
   *
   * @param turnDegrees how far the object is turned on its plate
   * @param elevationDegrees how far from above it is seen
   * @param nearer how much larger it is seen than when it just fits; 1 for that
   */
  public record View(double turnDegrees, double elevationDegrees, double nearer) {
    /** From the front, a little from above. */
    public static final View FRONT = new View(0, 11.5, 1);
  }
}
