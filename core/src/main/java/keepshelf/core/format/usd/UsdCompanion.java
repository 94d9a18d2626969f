package keepshelf.core.format.usd;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.format.Scene;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.format.SurfaceDocument.Value;

/**
 * The materials of a stage once more, with the same pictures on the inputs of a standard surface,
 * for readers of USD that take their materials as MaterialX.
 */
final class UsdCompanion {
  private static final Map<String, String> INPUTS =
      Map.of(
          "diffuseColor", "base_color",
          "roughness", "specular_roughness",
          "metallic", "metalness",
          "normal", "normal",
          "displacement", "displacement",
          "opacity", "opacity",
          "emissiveColor", "emission_color",
          "clearcoat", "coat");

  private UsdCompanion() {}

  /** The same materials without shapes; empty when there is none. */
  static Optional<Scene> of(Scene stage) {
    if (stage.surfaces().isEmpty()) {
      return Optional.empty();
    }
    List<SurfaceDocument> out = new ArrayList<>();
    for (SurfaceDocument d : stage.surfaces()) {
      List<Texture> textures = new ArrayList<>();
      for (Texture t : d.textures()) {
        String input = INPUTS.get(t.input());
        if (input != null) {
          Use use = t.input().equals("opacity") ? Use.GREY_AS_COLOUR : t.use();
          textures.add(new Texture(input, use, t.file()));
        }
      }
      List<Value> values = new ArrayList<>(List.of(new Value("base", 1)));
      for (Value v : d.values()) {
        String input = INPUTS.get(v.input());
        if (input != null && Set.of("roughness", "metallic", "diffuseColor").contains(v.input())) {
          values.add(new Value(input, v.value()));
        }
      }
      if (textures.stream().anyMatch(t -> t.input().equals("emission_color"))) {
        values.add(new Value("emission", 1));
      }
      out.add(
          new SurfaceDocument(
              d.name(),
              "standard_surface",
              textures,
              d.placement(),
              d.displacementScale(),
              d.displacementMiddle(),
              values,
              d.unitsPerMetre(),
              d.opacity(),
              d.covering()));
    }
    return Optional.of(
        new Scene(
            stage.name(), out, List.of(), List.of(), false, stage.unitsPerMetre(), stage.upZ()));
  }
}
