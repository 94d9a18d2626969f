package keepshelf.core.install.document;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.Scene;
import keepshelf.core.format.gltf.GltfBuffer;
import keepshelf.core.format.gltf.GltfWriter;
import keepshelf.core.format.materialx.MaterialXWriter;
import keepshelf.core.format.mtl.MtlWriter;
import keepshelf.core.format.mtl.ObjWriter;
import keepshelf.core.format.template.TemplateWriter;
import keepshelf.core.format.usd.UsdWriter;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.install.profile.HostProfile;

/** What a plan says, as the documents that its host reads. */
public final class HostDocuments {
  /** Name of test scenes, without ending. */
  public static final String TEST = "test_scene";

  private HostDocuments() {}

  /** The file name in the document: all tiles of a map under one name. */
  public static String tileName(PlannedMap m) {
    return m.source().tile() == null
        ? m.file()
        : m.file().replace("." + m.source().tile() + ".", ".<UDIM>.");
  }

  /** How a document names a picture. */
  static String file(InstallPlan plan, PlannedMap m) {
    String below = plan.profile().files().textures() + "/" + tileName(m);
    return plan.profile().files().whole()
        ? plan.folder().toAbsolutePath().toString().replace('\\', '/') + "/" + below
        : below;
  }

  /** Every file beside the pictures, the main document first, by name. */
  public static Map<String, byte[]> of(InstallPlan plan) throws IOException {
    SceneMaker scenes = new SceneMaker(plan);
    String main = plan.document();
    String stem = main.substring(0, main.lastIndexOf('.'));
    Map<String, byte[]> out = new LinkedHashMap<>();
    Scene scene = scenes.main();
    write(plan, scene, stem, false, out);
    if (plan.profile().format().equals("usd-preview") && plan.as() != Setup.LIGHT) {
      UsdCompanion.of(scene)
          .ifPresent(s -> out.put(stem + ".mtlx", bytes(MaterialXWriter.write(s))));
    }
    if (plan.options().testScene() && plan.as() == Setup.SURFACE) {
      write(plan, scenes.test(), TEST, true, out);
    }
    return out;
  }

  private static void write(
      InstallPlan plan, Scene scene, String stem, boolean test, Map<String, byte[]> out)
      throws IOException {
    HostProfile p = plan.profile();
    boolean shapes = !scene.shapes().isEmpty();
    boolean beside = shapes && p.shapes().equals("beside");
    switch (p.format()) {
      case "usd-preview" -> out.put(stem + ".usda", bytes(UsdWriter.write(scene)));
      case "gltf-2.0" -> {
        out.put(stem + ".gltf", GltfWriter.write(scene, stem + ".bin"));
        if (shapes) {
          out.put(stem + ".bin", GltfBuffer.bytes(scene));
        }
      }
      case "obj-mtl" -> {
        out.put(stem + ".mtl", bytes(MtlWriter.write(scene)));
        if (shapes) {
          out.put(stem + ".obj", bytes(ObjWriter.write(scene, stem + ".mtl")));
        }
      }
      case "template" -> {
        String name = stem + "." + p.extension();
        Map<String, Object> facts =
            TemplateFacts.of(plan, scene, beside ? stem + ".obj" : null, test);
        out.put(name, bytes(TemplateWriter.write(p.templateText(plan.host().profile()), facts)));
      }
      default -> out.put(stem + ".mtlx", bytes(MaterialXWriter.write(scene)));
    }
    if (beside) {
      out.put(stem + ".obj", bytes(ObjWriter.write(scene, null)));
    }
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }
}
