package keepshelf.core.format;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.Optional;

/**
 * What a document of one surface holds, whatever its format.
 *
 * @param name name for people; made a valid node name by the writer
 * @param textures the pictures, each at one input of the surface
 * @param model name of the surface model, of those that the format has
 * @param placement of all textures; one UV unit is taken as one metre
 * @param displacementScale host units between height 0 and 1
 * @param displacementMiddle height, 0..1, at which the surface stays where it is
 * @param values plain values of other inputs
 * @param unitsPerMetre of the host
 * @param opacity how the surface is seen through where it is not opaque
 * @param covering how pictures cover the object
 */
public record SurfaceDocument(
    String name,
    String model,
    List<Texture> textures,
    Placement placement,
    double displacementScale,
    double displacementMiddle,
    List<Value> values,
    double unitsPerMetre,
    Opacity opacity,
    Covering covering) {
  /** How pictures cover an object. */
  public enum Covering {
    /** By its texture coordinates, one tile beside the other. */
    TILED,
    /** Along the axes of the object, from three sides. */
    TRIPLANAR,
    /**
     * By its texture coordinates, in hexagons that each show another part of the tile and go over
     * into each other, so that no repetition is seen (M. Mikkelsen, Practical Real-Time Hex-Tiling,
     * JCGT 11(2), 2022).
     */
    HEX_TILED
  }

  /** How a surface is seen through. */
  public enum Opacity {
    /** Not at all. */
    OPAQUE,
    /** Where its opacity is below one half, and there wholly. */
    CUT_OUT,
    /** As much as its opacity says. */
    BLENDED
  }

  /** Copies the lists. */
  public SurfaceDocument {
    textures = List.copyOf(textures);
    values = List.copyOf(values);
  }

  /** How the picture's samples become the input's value. */
  public enum Use {
    /** sRGB colour into a color3 input. */
    @JsonProperty("colour")
    COLOUR,
    /** Grey data into a float input. */
    @JsonProperty("grey")
    GREY,
    /** Grey data into a color3 input. */
    @JsonProperty("grey-as-colour")
    GREY_AS_COLOUR,
    /** Vectors, through a normal-map node. */
    @JsonProperty("normal")
    NORMAL,
    /** Grey height, through a displacement node. */
    @JsonProperty("displacement")
    DISPLACEMENT,
    /** Grey height that only tilts the surface. */
    @JsonProperty("bump")
    BUMP,
    /** Several grey roles in the channels of one picture. */
    @JsonProperty("packed")
    PACKED,
    /** Light from all around, in the latitude-longitude layout. */
    @JsonProperty("panorama")
    PANORAMA
  }

  /**
   * A picture at an input.
   *
   * @param input name of the surface's input, or {@code displacement}
   * @param use how it is read
   * @param file relative to the document, with forward slashes
   */
  public record Texture(String input, Use use, String file) {}

  /** Whether pictures are laid along the axes of the object. */
  public boolean triplanar() {
    return covering == Covering.TRIPLANAR;
  }

  /** Width of one tile in metres. */
  public double tileMetres() {
    return placement.tileMetres();
  }

  /** Height of one tile in metres. */
  public double tileHeightMetres() {
    return placement.tileHeightMetres();
  }

  /** The first texture at {@code input}. */
  public Optional<Texture> texture(String input) {
    return textures.stream().filter(t -> t.input().equals(input)).findFirst();
  }

  /** A float value at an input. */
  public record Value(String input, double value) {}
}
