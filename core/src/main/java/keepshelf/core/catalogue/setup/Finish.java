package keepshelf.core.catalogue.setup;

import com.fasterxml.jackson.annotation.JsonInclude;

/**
 * A named set of adjustments over an item; the item's own files never change. What is null is as
 * the item has it.
 *
 * @param name by which it is chosen; unique in its item, whatever the case
 * @param tileMetres width of one tile
 * @param turnDegrees turn of all maps on the surface, counter-clockwise
 * @param rightMetres shift of all maps to the right
 * @param upMetres shift of all maps upwards
 * @param reliefMillimetres height between black and white of the height map
 * @param normalStrength factor on the slopes of the normal map, 0 for a flat surface
 * @param roughness what the roughness is brought to
 * @param colour how the colours are changed
 * @param body what the surface is made of, beyond its maps
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Finish(
    String name,
    Double tileMetres,
    Double turnDegrees,
    Double rightMetres,
    Double upMetres,
    Double reliefMillimetres,
    Double normalStrength,
    Range roughness,
    Colour colour,
    Body body) {
  /**
   * What the surface is made of.
   *
   * @param ior index of refraction of what is no metal, 1..4, or null
   * @param coat amount of a clear layer above it, 0..1, or null
   * @param coatRoughness of that layer, 0..1, or null
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Body(Double ior, Double coat, Double coatRoughness) {
    /** As most are. */
    public static final Body NONE = new Body(null, null, null);

    /** Reflectance seen straight on, 0..1: ((n - 1) / (n + 1)) squared. */
    public double reflectance() {
      double n = ior == null ? 1.5 : ior;
      double r = (n - 1) / (n + 1);
      return r * r;
    }
  }

  /**
   * A range of roughness.
   *
   * @param low what 0 becomes, 0..1
   * @param high what 1 becomes, 0..1; below {@code low} where it is turned round
   */
  public record Range(double low, double high) {}

  /**
   * A change of colours; see {@link keepshelf.imaging.convert.Adjust.Colour}.
   *
   * @param hueDegrees turn of the hue
   * @param saturation factor, 1 for none
   * @param brightness factor, 1 for none
   * @param contrast factor, 1 for none
   * @param tint {@code #rrggbb}, or null for none
   * @param invert whether it is turned to its negative first
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Colour(
      double hueDegrees,
      double saturation,
      double brightness,
      double contrast,
      String tint,
      boolean invert) {
    /** As delivered. */
    public static final Colour NONE = new Colour(0, 1, 1, 1, null, false);
  }

  /** One that changes nothing yet. */
  public static Finish named(String name) {
    return new Finish(name, null, null, null, null, null, null, null, null, null).renamed(name);
  }

  /** The same under another name. */
  public Finish renamed(String other) {
    return new Finish(
        other.strip(),
        tileMetres,
        turnDegrees,
        rightMetres,
        upMetres,
        reliefMillimetres,
        normalStrength,
        roughness,
        colour,
        body);
  }

  /** What it is made of, as most are when it does not say. */
  public Body substance() {
    return body == null ? Body.NONE : body;
  }

  /** Whether it has this name, whatever the case. */
  public boolean isNamed(String other) {
    return name.equalsIgnoreCase(other.strip());
  }

  /** The turn in degrees, 0 when it has none. */
  public double turn() {
    return turnDegrees == null ? 0 : turnDegrees;
  }

  /** The shift to the right in metres, 0 when it has none. */
  public double right() {
    return rightMetres == null ? 0 : rightMetres;
  }

  /** The shift upwards in metres, 0 when it has none. */
  public double up() {
    return upMetres == null ? 0 : upMetres;
  }
}
