package keepshelf.core.format.materialx;

import java.util.List;

/**
 * What a MaterialX document of one standard surface holds.
 *
 * @param name name for people; made a valid node name by the writer
 * @param textures the pictures, each at one input of the surface
 * @param tileMetres width of one tile; one UV unit is taken as one metre
 * @param turnDegrees turn of all maps, counter-clockwise
 * @param offsetU shift of all maps to the right, in UV units
 * @param offsetV shift of all maps upwards, in UV units
 * @param displacementScale host units between height 0 and 1
 * @param values plain values of other inputs
 */
public record SurfaceDocument(
    String name,
    List<Texture> textures,
    double tileMetres,
    double turnDegrees,
    double offsetU,
    double offsetV,
    double displacementScale,
    List<Value> values) {
  /** Copies the lists. */
  public SurfaceDocument {
    textures = List.copyOf(textures);
    values = List.copyOf(values);
  }

  /** How the picture's samples become the input's value. */
  public enum Use {
    /** sRGB colour into a color3 input. */
    COLOUR,
    /** Grey data into a float input. */
    GREY,
    /** Grey data into a color3 input. */
    GREY_AS_COLOUR,
    /** Vectors, through a normal-map node. */
    NORMAL,
    /** Grey height, through a displacement node. */
    DISPLACEMENT
  }

  /**
   * A picture at an input.
   *
   * @param input name of the input of {@code standard_surface}, or {@code displacement}
   * @param use how it is read
   * @param file relative to the document, with forward slashes
   */
  public record Texture(String input, Use use, String file) {}

  /** A float value at an input. */
  public record Value(String input, double value) {}
}
