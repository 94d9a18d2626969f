package keepshelf.standins.frame;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A surface as a host understood it, with everything it would not accept. */
public final class ReadSurface {
  /** What an input means when a picture of the surface is made. */
  public enum Meaning {
    COLOUR,
    SPECULAR,
    ROUGHNESS,
    GLOSS,
    METALLIC,
    /** Roughness in green, metallic in blue. */
    ROUGHNESS_METALLIC,
    NORMAL_UP,
    NORMAL_DOWN,
    OPACITY,
    EMISSION
  }

  /**
   * What stands at one input of the surface.
   *
   * @param input its name
   * @param file the picture, absolute, or null for a value
   * @param through {@code normalmap}, {@code displacement}, {@code bump}, {@code packed}, {@code
   *     convert} or null
   * @param colourspace how the picture is decoded, or null for data
   * @param value plain value, or the displacement's scale, or null
   */
  public record Input(String input, Path file, String through, String colourspace, Double value) {}

  /**
   * The placement of the pictures on the surface, where one UV unit is one metre and v runs
   * upwards.
   *
   * @param tile width of a tile in metres
   * @param tileHeight its height
   * @param turn counter-clockwise in degrees
   * @param offsetU shift to the right in metres
   * @param offsetV shift upwards in metres
   */
  public record Placement(
      double tile, double tileHeight, double turn, double offsetU, double offsetV) {
    /** One whole picture a UV unit. */
    public static final Placement WHOLE = new Placement(1, 1, 0, 0, 0);

    /**
     * From coordinates that are first scaled, then turned, then shifted, in pictures; the shift is
     * taken without whole pictures, as they repeat.
     */
    public static Placement ofScaledFirst(
        double scaleU, double scaleV, double degrees, double shiftU, double shiftV) {
      // Turned across, the height of the picture lies along the width of the surface.
      boolean across = Math.abs(Math.abs(Math.IEEEremainder(degrees, 180)) - 90) < 1e-6;
      double w = 1 / (across ? scaleV : scaleU);
      double h = 1 / (across ? scaleU : scaleV);
      double u = -Math.IEEEremainder(shiftU, 1) * w;
      double v = -Math.IEEEremainder(shiftV, 1) * h;
      double c = Math.cos(Math.toRadians(degrees));
      double s = Math.sin(Math.toRadians(degrees));
      return new Placement(w, h, 0 - degrees, c * u + s * v, c * v - s * u);
    }

    /** Where a place on the surface is in the picture. */
    double[] at(double u, double v) {
      double c = Math.cos(Math.toRadians(turn));
      double s = Math.sin(Math.toRadians(turn));
      double x = u - offsetU;
      double y = v - offsetV;
      return new double[] {(c * x + s * y) / tile, (c * y - s * x) / tileHeight};
    }
  }

  private final List<Input> inputs = new ArrayList<>();
  private final List<String> complaints;
  private final Map<Meaning, Input> meanings = new EnumMap<>(Meaning.class);
  private String material = "";
  private Placement placement;
  private Double middle;
  private Double hexagons;
  private boolean alpha;
  private double unit = 1;

  ReadSurface(List<String> complaints) {
    this.complaints = complaints;
  }

  /** Notes what stands at an input; {@code meaning} may be null. */
  public void add(Input i, Meaning meaning) {
    inputs.add(i);
    if (meaning != null) {
      meanings.put(meaning, i);
    }
  }

  /** Notes something that is not accepted. */
  public void complain(String what) {
    complaints.add(what);
  }

  /** Notes the placement; one that differs from an earlier one is complained about. */
  public void place(Placement p) {
    if (placement != null && !placement.equals(p)) {
      complain("the pictures do not share one placement: " + placement + " and " + p);
    }
    placement = p;
  }

  /** Notes how many of the lengths in which it is bumped a metre has. */
  public void unit(double perMetre) {
    unit = perMetre;
  }

  /**
   * The picture that leans the surface where it has no vectors.
   *
   * @return empty unless there is one
   */
  Optional<Input> bump() {
    return inputs.stream().filter(i -> "bump".equals(i.through()) && i.file() != null).findFirst();
  }

  /** Metres between black and white of a picture that bumps it. */
  double bumpMetres(Input bump) {
    return (bump.value() == null ? 1 : bump.value()) / unit;
  }

  /** Notes the height, 0..1, at which the surface stays where it is. */
  public void middle(double share) {
    middle = share;
  }

  /** The height at which the surface stays where it is, or null when nothing raises it. */
  public Double middle() {
    return middle;
  }

  /**
   * Notes that the pictures are shown in hexagons, each of another part of the tile.
   *
   * @param amount how far each is from where it would be, in tiles of a random shift
   */
  public void hexagons(double amount) {
    if (hexagons != null && hexagons != amount) {
      complain("the pictures are not broken up alike");
    }
    hexagons = amount;
  }

  /** How far hexagons are shifted, or null when the pictures only repeat. */
  public Double hexagons() {
    return hexagons;
  }

  /** Notes that the fourth channel of the colour says where the surface is seen through. */
  public void seenThroughColour() {
    alpha = true;
  }

  /** Whether the fourth channel of the colour says where the surface is seen through. */
  boolean isSeenThroughColour() {
    return alpha;
  }

  /** Names the material. */
  public void name(String name) {
    material = name;
  }

  /** Name of the material. */
  public String material() {
    return material;
  }

  /** All inputs, in the order they were read. */
  public List<Input> inputs() {
    return inputs;
  }

  /** The placement that all pictures share, or null. */
  public Placement placement() {
    return placement;
  }

  /** The input that means {@code m}, or null. */
  public Input meaning(Meaning m) {
    return meanings.get(m);
  }
}
