package keepshelf.core.format.gltf;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.format.DocumentFormat;
import keepshelf.core.format.Scene;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceValues;

/** glTF 2.0, as a document with a buffer beside it or as one binary file. */
public final class GltfFormat implements DocumentFormat {
  @Override
  public String id() {
    return "gltf-2.0";
  }

  @Override
  public String ending() {
    return ".gltf";
  }

  @Override
  public String packageEnding() {
    return ".glb";
  }

  @Override
  public List<String> environments() {
    return List.of("sun-and-sky", "none");
  }

  @Override
  public boolean holdsShapes() {
    return true;
  }

  @Override
  public boolean metresOnly() {
    return true;
  }

  @Override
  public boolean wholePaths() {
    return false;
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
            "clearcoatFactor",
            "clearcoatRoughnessFactor",
            "transmissionFactor",
            "alphaCutoff",
            "emissiveStrength",
            null,
            "thicknessFactor"));
  }

  @Override
  public void usual(SurfaceValues values, String surface, Opacity opacity) {
    values.otherwise("baseColorTexture", "baseColorFactor", SurfaceValues.GREY);
    values.where("emissiveTexture", "emissiveStrength", 1);
  }

  @Override
  public Map<String, byte[]> write(Scene scene, Sheet sheet) {
    String buffer = sheet.stem() + ".bin";
    Map<String, byte[]> out = new LinkedHashMap<>();
    out.put(sheet.stem() + ending(), GltfWriter.write(scene, buffer));
    if (!scene.shapes().isEmpty()) {
      out.put(buffer, GltfBuffer.bytes(scene));
    }
    return out;
  }

  @Override
  public void pack(Path folder, List<String> names, String stem, Path to) throws IOException {
    GlbPackage.write(folder.resolve(stem + ending()), to);
  }
}
