package keepshelf.core.install;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.format.gltf.GltfWriter;
import keepshelf.core.format.materialx.MaterialXWriter;
import keepshelf.core.format.mtl.MtlWriter;
import keepshelf.core.format.template.TemplateWriter;
import keepshelf.core.format.usd.UsdWriter;
import keepshelf.core.model.MapRole;

/** What a plan says, as the documents that its host reads. */
final class HostDocuments {
  private static final double ROUGH = 0.6;

  private HostDocuments() {}

  /** The file name in the document: all tiles of a map under one name. */
  static String tileName(PlannedMap m) {
    return m.source().tile() == null
        ? m.file()
        : m.file().replace("." + m.source().tile() + ".", ".<UDIM>.");
  }

  /** File name of the main document of a host's format. */
  static String name(HostProfile profile, String stem) {
    return stem
        + switch (profile.format()) {
          case "usd-preview" -> ".usda";
          case "gltf-2.0" -> ".gltf";
          case "obj-mtl" -> ".mtl";
          case "template" -> "." + profile.extension();
          default -> ".mtlx";
        };
  }

  /** Every file beside the textures, the main document first, by name. */
  static Map<String, byte[]> of(InstallPlan plan) throws IOException {
    SurfaceDocument d = surface(plan);
    String main = plan.document();
    String stem = main.substring(0, main.lastIndexOf('.'));
    Map<String, byte[]> out = new LinkedHashMap<>();
    switch (plan.profile().format()) {
      case "usd-preview" -> out.put(main, bytes(UsdWriter.write(d)));
      case "gltf-2.0" -> {
        out.put(main, GltfWriter.write(d, stem + ".bin"));
        out.put(stem + ".bin", GltfWriter.mesh());
      }
      case "obj-mtl" -> {
        out.put(main, bytes(MtlWriter.write(d)));
        out.put(stem + ".obj", bytes(MtlWriter.object(d, main)));
      }
      case "template" ->
          out.put(
              main,
              bytes(
                  TemplateWriter.write(
                      plan.profile().templateText(plan.host().profile()),
                      TemplateFacts.of(plan, d))));
      default -> out.put(main, bytes(MaterialXWriter.write(d)));
    }
    return out;
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  /** The surface of {@code plan}, whatever format it is written in. */
  static SurfaceDocument surface(InstallPlan plan) {
    Set<Texture> textures = new LinkedHashSet<>();
    for (PlannedMap m : plan.maps()) {
      String file = "textures/" + tileName(m);
      textures.add(new Texture(m.input(), m.use(), file));
      m.also().forEach(i -> textures.add(new Texture(i, Use.GREY, file)));
    }
    return new SurfaceDocument(
        plan.item().item().name(),
        List.copyOf(textures),
        plan.tileMetres(),
        0,
        0,
        0,
        plan.reliefMetres() * plan.profile().unitsPerMetre(),
        values(plan, textures),
        plan.profile().unitsPerMetre(),
        plan.item().item().roles().contains(MapRole.OPACITY)
            && !plan.profile().opacity().equals("leave-out"));
  }

  /** Plain values of inputs that have no picture. */
  private static List<Value> values(InstallPlan plan, Set<Texture> textures) {
    List<Value> values = new ArrayList<>();
    switch (plan.profile().format()) {
      case "materialx-1.39" -> {
        values.add(new Value("base", 1));
        otherwise(values, textures, "specular_roughness", ROUGH);
        where(values, textures, "emission_color", "emission");
        where(values, textures, "sheen_color", "sheen");
      }
      case "usd-preview" -> {
        values.add(new Value("useSpecularWorkflow", 0));
        otherwise(values, textures, "roughness", ROUGH);
        otherwise(values, textures, "metallic", 0);
        if (has(textures, "opacity")) {
          values.add(new Value("opacityThreshold", 0.5));
        }
      }
      default -> {}
    }
    return values;
  }

  private static boolean has(Set<Texture> textures, String input) {
    return textures.stream().anyMatch(t -> t.input().equals(input));
  }

  private static void otherwise(
      List<Value> values, Set<Texture> textures, String input, double value) {
    if (!has(textures, input)) {
      values.add(new Value(input, value));
    }
  }

  private static void where(
      List<Value> values, Set<Texture> textures, String input, String amount) {
    if (has(textures, input)) {
      values.add(new Value(amount, 1));
    }
  }
}
