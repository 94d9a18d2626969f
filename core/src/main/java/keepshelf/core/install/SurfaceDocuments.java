package keepshelf.core.install;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import keepshelf.core.format.materialx.SurfaceDocument;
import keepshelf.core.format.materialx.SurfaceDocument.Texture;
import keepshelf.core.format.materialx.SurfaceDocument.Value;

/** What a plan says, as a document of a standard surface. */
final class SurfaceDocuments {
  private SurfaceDocuments() {}

  /** The file name in the document: all tiles of a map under one name. */
  static String tileName(PlannedMap m) {
    return m.source().tile() == null
        ? m.file()
        : m.file().replace("." + m.source().tile() + ".", ".<UDIM>.");
  }

  /** The document of {@code plan}. */
  static SurfaceDocument of(InstallPlan plan) {
    Set<Texture> textures = new LinkedHashSet<>();
    for (PlannedMap m : plan.maps()) {
      textures.add(new Texture(m.input(), m.use(), "textures/" + tileName(m)));
    }
    List<Value> values = new ArrayList<>();
    values.add(new Value("base", 1));
    boolean rough = textures.stream().anyMatch(t -> t.input().equals("specular_roughness"));
    if (!rough) {
      values.add(new Value("specular_roughness", 0.6));
    }
    if (textures.stream().anyMatch(t -> t.input().equals("emission_color"))) {
      values.add(new Value("emission", 1));
    }
    if (textures.stream().anyMatch(t -> t.input().equals("sheen_color"))) {
      values.add(new Value("sheen", 1));
    }
    return new SurfaceDocument(
        plan.item().item().name(),
        List.copyOf(textures),
        plan.tileMetres(),
        0,
        0,
        0,
        plan.reliefMetres() * plan.profile().unitsPerMetre(),
        values);
  }
}
