package keepshelf.core.install;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.format.DocumentFormat;
import keepshelf.core.format.Scene;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.format.SurfaceValues;

/** A plain-text format of the tests' own: a line for each surface, picture and value. */
public final class SwatchListFormat implements DocumentFormat {
  @Override
  public String id() {
    return "swatch-list";
  }

  @Override
  public String ending() {
    return ".swatches";
  }

  @Override
  public List<String> environments() {
    return List.of("none");
  }

  @Override
  public boolean holdsShapes() {
    return false;
  }

  @Override
  public List<String> surfaces() {
    return List.of("swatch");
  }

  @Override
  public boolean wholePaths() {
    return false;
  }

  @Override
  public Turns turns() {
    return Turns.NONE;
  }

  @Override
  public boolean alphaIsOpacity() {
    return true;
  }

  @Override
  public boolean panels() {
    return false;
  }

  @Override
  public Optional<BodyInputs> body(String surface) {
    return Optional.of(new BodyInputs("bends", null, null, null, null, null, null, null, null));
  }

  @Override
  public void usual(SurfaceValues values, String surface, Opacity opacity) {
    values.otherwise("paint", SurfaceValues.GREY);
    values.otherwise("dull", SurfaceValues.ROUGH);
  }

  @Override
  public List<Value> shining(String surface, double strength) {
    return List.of(new Value("shines", strength));
  }

  @Override
  public Map<String, byte[]> write(Scene scene, Sheet sheet) {
    String text =
        scene.surfaces().stream().map(SwatchListFormat::surface).collect(Collectors.joining());
    return Map.of(sheet.stem() + ending(), text.getBytes(StandardCharsets.UTF_8));
  }

  private static String surface(SurfaceDocument d) {
    StringBuilder out = new StringBuilder("swatch " + d.name() + " " + d.tileMetres() + "\n");
    d.textures().forEach(t -> out.append(t.input()).append(" from ").append(t.file()).append('\n'));
    d.values().forEach(v -> out.append(v.input()).append(" is ").append(v.value()).append('\n'));
    return out.toString();
  }
}
