package keepshelf.core.format.usd;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.format.DocumentFormat;
import keepshelf.core.format.Scene;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceValues;
import keepshelf.core.format.materialx.MaterialXWriter;

/** USD with preview surfaces, as text or, with its pictures, as one package. */
public final class UsdFormat implements DocumentFormat {
  @Override
  public String id() {
    return "usd-preview";
  }

  @Override
  public String ending() {
    return ".usda";
  }

  @Override
  public String packageEnding() {
    return ".usdz";
  }

  @Override
  public boolean holdsShapes() {
    return true;
  }

  @Override
  public Turns turns() {
    return Turns.SQUARES;
  }

  @Override
  public boolean panels() {
    return true;
  }

  @Override
  public Optional<BodyInputs> body(String surface) {
    return Optional.of(
        new BodyInputs(
            "ior",
            null,
            "clearcoat",
            "clearcoatRoughness",
            null,
            "opacityThreshold",
            null,
            null,
            null));
  }

  @Override
  public void usual(SurfaceValues values, String surface, Opacity opacity) {
    values.always("useSpecularWorkflow", 0);
    values.otherwise("diffuseColor", SurfaceValues.GREY);
    values.otherwise("roughness", SurfaceValues.ROUGH);
    values.otherwise("metallic", 0);
    if (opacity == Opacity.CUT_OUT) {
      values.where("opacity", "opacityThreshold", 0.5);
    }
  }

  @Override
  public Map<String, byte[]> write(Scene scene, Sheet sheet) {
    return Map.of(sheet.stem() + ending(), bytes(UsdWriter.write(scene)));
  }

  @Override
  public Map<String, byte[]> companions(Scene scene, String stem) {
    return UsdCompanion.of(scene)
        .map(s -> Map.of(stem + ".mtlx", bytes(MaterialXWriter.write(s))))
        .orElse(Map.of());
  }

  /** The stage comes first, and nothing comes along but it and its pictures. */
  @Override
  public void pack(Path folder, List<String> names, String stem, Path to) throws IOException {
    List<String> inside =
        names.stream()
            .filter(n -> n.endsWith(ending()) || n.contains("/"))
            .sorted(Comparator.comparing((String n) -> !n.equals(stem + ending())))
            .toList();
    UsdzPackage.write(folder, inside, to);
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
