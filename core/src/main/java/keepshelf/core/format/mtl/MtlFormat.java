package keepshelf.core.format.mtl;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.format.DocumentFormat;
import keepshelf.core.format.Scene;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.format.SurfaceValues;

/** A library of materials (MTL) with the shapes that wear them in an OBJ file. */
public final class MtlFormat implements DocumentFormat {
  @Override
  public String id() {
    return "obj-mtl";
  }

  @Override
  public String ending() {
    return ".mtl";
  }

  @Override
  public List<String> environments() {
    return List.of("none");
  }

  @Override
  public boolean holdsShapes() {
    return true;
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
    return Optional.of(new BodyInputs("Ni", "Ks", null, null, null, null, null, null, null));
  }

  @Override
  public void usual(SurfaceValues values, String surface, Opacity opacity) {
    values.always("Kd", values.hasPicture("diffuse") ? 1 : SurfaceValues.GREY);
    values.always("Ks", 0.04);
    values.always("Ns", 40);
    values.always("illum", 2);
  }

  @Override
  public List<Value> shining(String surface, double strength) {
    return List.of(new Value("Kd", 0), new Value("Ke", strength), new Value("illum", 0));
  }

  @Override
  public Map<String, byte[]> write(Scene scene, Sheet sheet) {
    String library = sheet.stem() + ending();
    Map<String, byte[]> out = new LinkedHashMap<>();
    out.put(library, MtlWriter.write(scene).getBytes(StandardCharsets.UTF_8));
    if (!scene.shapes().isEmpty()) {
      out.put(
          sheet.stem() + ".obj", ObjWriter.write(scene, library).getBytes(StandardCharsets.UTF_8));
    }
    return out;
  }
}
