package keepshelf.core.catalogue.setup;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import keepshelf.core.model.MapRole;
import org.jspecify.annotations.Nullable;

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
 * @param maps what is done to the other maps
 * @param overlays what is laid over it, in order, at most {@link #MOST_OVERLAYS}; or null
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Finish(
    String name,
    @Nullable Double tileMetres,
    @Nullable Double turnDegrees,
    @Nullable Double rightMetres,
    @Nullable Double upMetres,
    @Nullable Double reliefMillimetres,
    @Nullable Double normalStrength,
    @Nullable Range roughness,
    @Nullable Colour colour,
    @Nullable Body body,
    @Nullable Maps maps,
    @Nullable List<Overlay> overlays) {
  /** More than these would not be told apart. */
  public static final int MOST_OVERLAYS = 4;

  /**
   * What the surface is made of.
   *
   * @param ior index of refraction of what is no metal, 1..4, or null
   * @param coat amount of a clear layer above it, 0..1, or null
   * @param coatRoughness of that layer, 0..1, or null
   * @param transmission share of what is no metal that light goes through, 0..1, or null
   * @param thin whether it is a thin sheet that does not bend light, or null for a solid body
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Body(
      @Nullable Double ior,
      @Nullable Double coat,
      @Nullable Double coatRoughness,
      @Nullable Double transmission,
      @Nullable Boolean thin) {
    /** As most are. */
    public static final Body NONE = new Body(null, null, null, null, null);

    /** Reflectance seen straight on, 0..1: ((n - 1) / (n + 1)) squared. */
    public double reflectance() {
      double n = ior == null ? 1.5 : ior;
      double r = (n - 1) / (n + 1);
      return r * r;
    }
  }

  /**
   * What the values of a grey map are brought to: first what it holds from {@code from} to {@code
   * to} is stretched to 0..1, then bent, then laid between {@code low} and {@code high}.
   *
   * @param low what the lower end becomes, 0..1
   * @param high what the upper end becomes, 0..1; below {@code low} where it is turned round
   * @param from value of the map that counts as its lower end, or null for 0
   * @param to value of the map that counts as its upper end, or null for 1
   * @param middle what one half becomes, as a share of the way from low to high, or null for one
   *     half
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Range(
      double low,
      double high,
      @Nullable Double from,
      @Nullable Double to,
      @Nullable Double middle) {
    /** As it is. */
    public static final Range WHOLE = new Range(0, 1, null, null, null);

    /** All of the map between two values. */
    public static Range of(double low, double high) {
      return new Range(low, high, null, null, null);
    }
  }

  /**
   * What is done to maps that are neither colour nor roughness.
   *
   * @param height what heights are brought to, or null
   * @param occlusion amount of occlusion that is worked into the colour, 0..1, 0 for none at all;
   *     null leaves occlusion to the host
   * @param opacityThreshold opacity, 0..1, below which there is a hole and above which there is
   *     none; null for as the map has it
   * @param emission factor on what shines by itself, or null
   * @param inverted roles whose maps are turned round, in order, or null
   * @param reliefStays whether the relief keeps its millimetres when the tile is made larger or
   *     smaller, or null for no
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Maps(
      @Nullable Range height,
      @Nullable Double occlusion,
      @Nullable Double opacityThreshold,
      @Nullable Double emission,
      @Nullable List<MapRole> inverted,
      @Nullable Boolean reliefStays) {
    /** As delivered. */
    public static final Maps NONE = new Maps(null, null, null, null, null, null);

    /** Copies the roles. */
    public Maps {
      inverted = inverted == null || inverted.isEmpty() ? null : List.copyOf(inverted);
    }

    /** Whether the map in {@code role} is turned round. */
    public boolean inverts(MapRole role) {
      return inverted != null && inverted.contains(role);
    }
  }

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
      @Nullable String tint,
      boolean invert) {
    /** As delivered. */
    public static final Colour NONE = new Colour(0, 1, 1, 1, null, false);
  }

  /** Copies the overlays. */
  public Finish {
    overlays = overlays == null || overlays.isEmpty() ? null : List.copyOf(overlays);
  }

  /** One that changes nothing yet. */
  public static Finish named(String name) {
    return new Finish(name, null, null, null, null, null, null, null, null, null, null, null)
        .renamed(name);
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
        body,
        maps,
        overlays);
  }

  /** What is laid over it, in order. */
  public List<Overlay> laid() {
    return overlays == null ? List.of() : overlays;
  }

  /** What it is made of, as most are when it does not say. */
  public Body substance() {
    return body == null ? Body.NONE : body;
  }

  /** What is done to the other maps, nothing when it does not say. */
  public Maps others() {
    return maps == null ? Maps.NONE : maps;
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
