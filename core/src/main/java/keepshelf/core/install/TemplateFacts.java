package keepshelf.core.install;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.format.Numbers;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Use;

/** All facts of an installation by the names that templates use; see docs/host-profiles.md. */
final class TemplateFacts {
  private TemplateFacts() {}

  static Map<String, Object> of(InstallPlan plan, SurfaceDocument d) {
    ShelvedItem s = plan.item();
    Map<String, Object> f = new LinkedHashMap<>();
    f.put("name", s.item().name());
    f.put("identifier", Numbers.identifier(s.item().name()));
    f.put("key", s.item().key());
    f.put("id", s.item().id());
    f.put("kind", s.item().kind().id());
    f.put("pack", s.pack().name());
    f.put("version", s.pack().version());
    f.put("source", s.pack().source());
    f.put("creator", s.pack().creator());
    f.put("licence", s.pack().licence());
    f.put("page", s.pack().page());
    f.put("resolution", plan.resolution());
    f.put("folder", plan.folder().toString().replace('\\', '/'));
    f.put("unit", plan.profile().unit());
    f.put("unitsPerMetre", Numbers.plain(plan.profile().unitsPerMetre()));
    f.put("tileMetres", Numbers.plain(plan.tileMetres()));
    f.put("tileUnits", Numbers.plain(plan.tileMetres() * plan.profile().unitsPerMetre()));
    f.put("tiling", Numbers.plain(1 / plan.tileMetres()));
    f.put("reliefMetres", Numbers.plain(plan.reliefMetres()));
    f.put("reliefUnits", Numbers.plain(d.displacementScale()));
    f.put("cutOut", d.cutOut());
    List<Map<String, Object>> maps = new ArrayList<>();
    for (SurfaceDocument.Texture t : d.textures()) {
      Map<String, Object> m = map(plan, t);
      maps.add(m);
      f.put("map_" + t.input(), m);
    }
    f.put("maps", maps);
    return f;
  }

  private static Map<String, Object> map(InstallPlan plan, SurfaceDocument.Texture t) {
    PlannedMap p =
        plan.maps().stream()
            .filter(x -> x.input().equals(t.input()) || x.also().contains(t.input()))
            .findFirst()
            .orElseThrow();
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("input", t.input());
    m.put("role", p.role().id());
    m.put("use", t.use().name().toLowerCase(Locale.ROOT).replace('_', '-'));
    m.put("file", t.file());
    m.put("path", plan.folder().resolve(t.file()).toString().replace('\\', '/'));
    m.put("colour", t.use() == Use.COLOUR);
    m.put("data", t.use() != Use.COLOUR);
    m.put("width", p.width());
    m.put("height", p.height());
    return m;
  }
}
