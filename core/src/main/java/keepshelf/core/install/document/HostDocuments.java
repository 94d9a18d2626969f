package keepshelf.core.install.document;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.DocumentFormat;
import keepshelf.core.format.Scene;
import keepshelf.core.format.mtl.ObjWriter;
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
    if (plan.as() != Setup.LIGHT) {
      out.putAll(plan.profile().document().companions(scene, stem));
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
    boolean beside = !scene.shapes().isEmpty() && p.shapes().equals("beside");
    String object = stem + ".obj";
    DocumentFormat.Sheet sheet =
        new DocumentFormat.Sheet(
            stem,
            p.extension(),
            () -> p.templateText(plan.host().profile()),
            () -> TemplateFacts.of(plan, scene, beside ? object : null, test));
    out.putAll(p.document().write(scene, sheet));
    if (beside) {
      out.put(object, ObjWriter.write(scene, null).getBytes(StandardCharsets.UTF_8));
    }
  }
}
