package keepshelf.core.install.document;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.format.Light;
import keepshelf.core.format.Numbers;
import keepshelf.core.format.Scene;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import org.jspecify.annotations.Nullable;

/** All facts of an installation by the names that templates use; see docs/host-profiles.md. */
final class TemplateFacts {
  private final InstallPlan plan;
  private final Scene scene;

  private TemplateFacts(InstallPlan plan, Scene scene) {
    this.plan = plan;
    this.scene = scene;
  }

  /**
   * The facts of a document.
   *
   * @param object file with its shapes, or null
   * @param test whether it is a test scene
   */
  static Map<String, Object> of(
      InstallPlan plan, Scene scene, @Nullable String object, boolean test) {
    return new TemplateFacts(plan, scene).all(object, test);
  }

  private Map<String, Object> all(@Nullable String object, boolean test) {
    ShelvedItem s = plan.item();
    double units = plan.profile().unitsPerMetre();
    Map<String, Object> f = new LinkedHashMap<>();
    f.put("name", s.item().name());
    f.put("identifier", Numbers.identifier(s.item().name()));
    f.put("key", s.item().key());
    f.put("id", s.item().id());
    f.put("kind", s.item().kind().id());
    f.put("setup", plan.as().id());
    f.put("pack", s.pack().name());
    f.put("version", s.pack().version());
    f.put("source", s.pack().source());
    f.put("creator", s.pack().creator());
    f.put("licence", s.pack().licence());
    f.put("page", s.pack().page());
    f.put("resolution", plan.resolution());
    f.put("folder", plan.folder().toString().replace('\\', '/'));
    f.put("unit", plan.profile().unit());
    f.put("unitsPerMetre", Numbers.plain(units));
    f.put("object", object);
    f.put("testScene", test);
    List<Map<String, Object>> surfaces = new ArrayList<>();
    List<String> names = scene.identifiers();
    for (int i = 0; i < names.size(); i++) {
      surfaces.add(surface(i, names.get(i)));
    }
    f.put("surfaces", surfaces);
    if (!surfaces.isEmpty()) {
      Map<String, Object> first = new LinkedHashMap<>(surfaces.getFirst());
      first.keySet().removeAll(f.keySet());
      f.putAll(first);
    }
    f.put("lights", scene.lights().stream().map(l -> light(l, units)).toList());
    return f;
  }

  private Map<String, Object> surface(int number, String identifier) {
    SurfaceDocument d = scene.surfaces().get(number);
    double units = plan.profile().unitsPerMetre();
    Map<String, Object> f = new LinkedHashMap<>();
    f.put("name", d.name());
    f.put("identifier", identifier);
    f.put("tileMetres", Numbers.plain(d.tileMetres()));
    f.put("tileUnits", Numbers.plain(d.tileMetres() * units));
    f.put("tileHeightUnits", Numbers.plain(d.tileHeightMetres() * units));
    f.put("tiling", Numbers.plain(1 / d.tileMetres()));
    f.put("laid", !d.placement().isPlain());
    f.put("turn", Numbers.plain(d.placement().turnDegrees()));
    f.put("rightUnits", Numbers.plain(d.placement().right() * units));
    f.put("upUnits", Numbers.plain(d.placement().up() * units));
    f.put("reliefMetres", Numbers.plain(plan.ofSurface(number).reliefMetres()));
    f.put("reliefUnits", Numbers.plain(d.displacementScale()));
    f.put("reliefMiddle", Numbers.plain(d.displacementMiddle()));
    f.put("cutOut", d.opacity() == SurfaceDocument.Opacity.CUT_OUT);
    f.put("blended", d.opacity() == SurfaceDocument.Opacity.BLENDED);
    List<Map<String, Object>> maps = new ArrayList<>();
    for (SurfaceDocument.Texture t : d.textures()) {
      Map<String, Object> m = map(number, t);
      maps.add(m);
      f.put("map_" + t.input(), m);
    }
    f.put("maps", maps);
    return f;
  }

  private Map<String, Object> map(int surface, SurfaceDocument.Texture t) {
    PlannedMap p =
        plan.of(surface).stream()
            .filter(x -> x.input().equals(t.input()) || x.also().contains(t.input()))
            .findFirst()
            .orElseThrow();
    boolean colour = t.use() == Use.COLOUR;
    Map<String, Object> m = new LinkedHashMap<>();
    m.put("input", t.input());
    m.put("role", p.role().id());
    m.put("use", t.use().name().toLowerCase(Locale.ROOT).replace('_', '-'));
    m.put("file", t.file());
    m.put("path", plan.folder().resolve(t.file()).toString().replace('\\', '/'));
    m.put("colour", colour);
    m.put("data", !colour);
    m.put("space", plan.profile().colourSpaces().get(colour ? "colour" : "data"));
    m.put("width", p.width());
    m.put("height", p.height());
    return m;
  }

  private Map<String, Object> light(Light light, double units) {
    Map<String, Object> m = new LinkedHashMap<>();
    switch (light) {
      case Light.Dome d -> {
        m.put("dome", true);
        m.put("file", d.file());
        m.put("path", plan.folder().resolve(d.file()).toString().replace('\\', '/'));
        m.put("turn", Numbers.plain(d.turnDegrees()));
        m.put("brightness", Numbers.plain(d.brightness()));
      }
      case Light.Panel p -> {
        m.put("panel", true);
        m.put("x", Numbers.plain(scene.placed(p.x(), p.y(), p.z())[0]));
        m.put("y", Numbers.plain(scene.placed(p.x(), p.y(), p.z())[1]));
        m.put("z", Numbers.plain(scene.placed(p.x(), p.y(), p.z())[2]));
        double[] t = p.target();
        m.put("toX", Numbers.plain(scene.placed(t[0], t[1], t[2])[0]));
        m.put("toY", Numbers.plain(scene.placed(t[0], t[1], t[2])[1]));
        m.put("toZ", Numbers.plain(scene.placed(t[0], t[1], t[2])[2]));
        m.put("side", Numbers.plain(p.side() * units));
        m.put("strength", Numbers.plain(p.strength()));
      }
      case Light.Sun s -> {
        m.put("sun", true);
        m.put("azimuth", Numbers.plain(s.azimuthDegrees()));
        m.put("elevation", Numbers.plain(s.elevationDegrees()));
        m.put("red", Numbers.plain(s.red()));
        m.put("green", Numbers.plain(s.green()));
        m.put("blue", Numbers.plain(s.blue()));
        m.put("lux", Numbers.plain(s.lux()));
      }
    }
    return m;
  }
}
