package keepshelf.core.format.materialx;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.format.DocumentFormat;
import keepshelf.core.format.Scene;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.format.SurfaceValues;

/** MaterialX 1.39 with its standard surface or with OpenPBR. */
public final class MaterialXFormat implements DocumentFormat {
  private static final String OPEN_PBR = "open_pbr_surface";

  /** Candela a square metre that a white picture of emission gives in OpenPBR. */
  private static final double LUMINANCE = 100;

  @Override
  public String id() {
    return "materialx-1.39";
  }

  @Override
  public String ending() {
    return ".mtlx";
  }

  @Override
  public boolean holdsShapes() {
    return false;
  }

  @Override
  public List<String> surfaces() {
    return List.of(OPEN_PBR, "standard_surface");
  }

  @Override
  public boolean triplanar() {
    return true;
  }

  @Override
  public boolean hexTiles() {
    return true;
  }

  @Override
  public Turns turns() {
    return Turns.ANY;
  }

  @Override
  public boolean panels() {
    return false;
  }

  @Override
  public Optional<BodyInputs> body(String surface) {
    return Optional.of(
        surface.equals(OPEN_PBR)
            ? new BodyInputs(
                "specular_ior",
                null,
                "coat_weight",
                "coat_roughness",
                "transmission_weight",
                null,
                "emission_luminance",
                "geometry_thin_walled",
                null)
            : new BodyInputs(
                "specular_IOR",
                null,
                "coat",
                "coat_roughness",
                "transmission",
                null,
                "emission",
                "thin_walled",
                null));
  }

  @Override
  public void usual(SurfaceValues values, String surface, Opacity opacity) {
    boolean open = surface.equals(OPEN_PBR);
    values.always(open ? "base_weight" : "base", 1);
    values.otherwise("base_color", SurfaceValues.GREY);
    values.otherwise("specular_roughness", SurfaceValues.ROUGH);
    if (open) {
      values.where("emission_color", "emission_luminance", LUMINANCE);
      values.where("fuzz_color", "fuzz_weight", 1);
    } else {
      values.where("emission_color", "emission", 1);
      values.where("sheen_color", "sheen", 1);
    }
  }

  @Override
  public List<Value> shining(String surface, double strength) {
    return surface.equals(OPEN_PBR)
        ? List.of(
            new Value("base_weight", 0),
            new Value("emission_luminance", strength),
            new Value("emission_color", 1))
        : List.of(
            new Value("base", 0),
            new Value("specular", 0),
            new Value("emission", strength),
            new Value("emission_color", 1));
  }

  @Override
  public Map<String, byte[]> write(Scene scene, Sheet sheet) {
    return Map.of(
        sheet.stem() + ending(), MaterialXWriter.write(scene).getBytes(StandardCharsets.UTF_8));
  }
}
