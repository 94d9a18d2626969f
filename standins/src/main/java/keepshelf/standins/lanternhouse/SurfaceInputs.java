package keepshelf.standins.lanternhouse;

import java.util.Map;
import java.util.Set;
import keepshelf.standins.frame.ReadSurface.Meaning;

/** The inputs of the surfaces that this renderer reads. */
final class SurfaceInputs {
  /** Inputs of {@code standard_surface}, with their types. */
  static final Map<String, String> STANDARD =
      Map.ofEntries(
          Map.entry("base", "float"),
          Map.entry("base_color", "color3"),
          Map.entry("specular", "float"),
          Map.entry("specular_color", "color3"),
          Map.entry("specular_roughness", "float"),
          Map.entry("specular_IOR", "float"),
          Map.entry("specular_anisotropy", "float"),
          Map.entry("specular_rotation", "float"),
          Map.entry("metalness", "float"),
          Map.entry("normal", "vector3"),
          Map.entry("opacity", "color3"),
          Map.entry("emission", "float"),
          Map.entry("emission_color", "color3"),
          Map.entry("coat", "float"),
          Map.entry("coat_roughness", "float"),
          Map.entry("sheen", "float"),
          Map.entry("sheen_color", "color3"),
          Map.entry("sheen_roughness", "float"),
          Map.entry("transmission", "float"),
          Map.entry("thin_walled", "boolean"),
          Map.entry("subsurface", "float"),
          Map.entry("subsurface_color", "color3"));

  /** Inputs of {@code open_pbr_surface}, with their types. */
  static final Map<String, String> OPEN =
      Map.ofEntries(
          Map.entry("base_weight", "float"),
          Map.entry("base_color", "color3"),
          Map.entry("base_metalness", "float"),
          Map.entry("base_diffuse_roughness", "float"),
          Map.entry("specular_weight", "float"),
          Map.entry("specular_color", "color3"),
          Map.entry("specular_roughness", "float"),
          Map.entry("specular_ior", "float"),
          Map.entry("specular_roughness_anisotropy", "float"),
          Map.entry("transmission_weight", "float"),
          Map.entry("subsurface_weight", "float"),
          Map.entry("subsurface_color", "color3"),
          Map.entry("fuzz_weight", "float"),
          Map.entry("fuzz_color", "color3"),
          Map.entry("fuzz_roughness", "float"),
          Map.entry("coat_weight", "float"),
          Map.entry("coat_roughness", "float"),
          Map.entry("emission_luminance", "float"),
          Map.entry("emission_color", "color3"),
          Map.entry("geometry_opacity", "float"),
          Map.entry("geometry_thin_walled", "boolean"),
          Map.entry("geometry_normal", "vector3"));

  /** Inputs of both nodes that show a picture in hexagons. */
  static final Set<String> HEXAGONS =
      Set.of(
          "file",
          "default",
          "texcoord",
          "tiling",
          "rotation",
          "rotationrange",
          "scale",
          "scalerange",
          "offset",
          "offsetrange",
          "falloff");

  /** Of {@code hextiledimage} alone. */
  static final Set<String> HEXAGON_COLOURS = Set.of("falloffcontrast", "lumacoeffs");

  /** Of {@code hextilednormalmap} alone. */
  static final Set<String> HEXAGON_NORMALS =
      Set.of("strength", "flip_g", "normal", "tangent", "bitangent");

  /** What inputs of either mean to a picture of the surface. */
  static final Map<String, Meaning> MEANINGS =
      Map.of(
          "base_color", Meaning.COLOUR,
          "specular_roughness", Meaning.ROUGHNESS,
          "metalness", Meaning.METALLIC,
          "base_metalness", Meaning.METALLIC,
          "normal", Meaning.NORMAL_UP,
          "geometry_normal", Meaning.NORMAL_UP,
          "opacity", Meaning.OPACITY,
          "geometry_opacity", Meaning.OPACITY,
          "emission_color", Meaning.EMISSION);

  private SurfaceInputs() {}
}
