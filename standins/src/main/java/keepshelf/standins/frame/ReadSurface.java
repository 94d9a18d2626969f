package keepshelf.standins.frame;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

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

  /** The placement of the pictures: size of a tile in metres, turn in degrees, offset. */
  public record Placement(
      double tile, double tileHeight, double turn, double offsetU, double offsetV) {
    /** One of square tiles. */
    public Placement(double tile, double turn, double offsetU, double offsetV) {
      this(tile, tile, turn, offsetU, offsetV);
    }
  }

  private final List<Input> inputs = new ArrayList<>();
  private final List<String> complaints;
  private final Map<Meaning, Input> meanings = new EnumMap<>(Meaning.class);
  private String material = "";
  private Placement placement;

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
