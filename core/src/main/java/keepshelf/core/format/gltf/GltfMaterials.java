package keepshelf.core.format.gltf;

import static keepshelf.core.format.gltf.GltfWriter.ordered;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.format.Placement;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Texture;
import org.jspecify.annotations.Nullable;

/** Materials as glTF has them, with the pictures they use, each file once. */
final class GltfMaterials {
  private static final String TRANSFORM = "KHR_texture_transform";
  private static final String COAT = "KHR_materials_clearcoat";
  private static final String SHEEN = "KHR_materials_sheen";
  private static final String GLASS = "KHR_materials_transmission";
  private static final String BODY = "KHR_materials_volume";
  private static final String INDEX = "KHR_materials_ior";
  private static final String STRENGTH = "KHR_materials_emissive_strength";
  private static final String UNLIT = "KHR_materials_unlit";

  private final Set<String> extensions;
  private final List<String> files = new ArrayList<>();
  private @Nullable SurfaceDocument document;

  /** {@code extensions} takes the names of those that are used. */
  GltfMaterials(Set<String> extensions) {
    this.extensions = extensions;
  }

  private SurfaceDocument document() {
    return Objects.requireNonNull(document);
  }

  /** The pictures in the order of their numbers. */
  List<String> files() {
    return files;
  }

  /** The material of {@code d}; {@code name} is unlike those of others. */
  Map<String, Object> material(SurfaceDocument d, String name) {
    document = d;
    Map<String, Object> m = ordered("name", name);
    Map<String, Object> pbr = new LinkedHashMap<>();
    put(pbr, "baseColorTexture");
    if (!pbr.containsKey("baseColorTexture") && value("baseColorFactor", -1) >= 0) {
      double grey = value("baseColorFactor", 1);
      pbr.put("baseColorFactor", List.of(grey, grey, grey, 1));
    }
    put(pbr, "metallicRoughnessTexture");
    boolean packed = pbr.containsKey("metallicRoughnessTexture");
    pbr.put("metallicFactor", packed ? 1 : value("metallicFactor", 0));
    pbr.put("roughnessFactor", packed ? 1 : value("roughnessFactor", 0.6));
    m.put("pbrMetallicRoughness", pbr);
    put(m, "normalTexture");
    put(m, "occlusionTexture");
    put(m, "emissiveTexture");
    if (m.containsKey("emissiveTexture")) {
      double darker = value("emissiveStrength", 1);
      // What is brighter than its picture is said by the extension.
      Number strength = darker < 1 ? (Number) darker : (Number) 1;
      m.put("emissiveFactor", List.of(strength, strength, strength));
    }
    if (d.opacity() == Opacity.CUT_OUT) {
      m.put("alphaMode", "MASK");
      m.put("alphaCutoff", value("alphaCutoff", 0.5));
      m.put("doubleSided", true);
    } else if (d.opacity() == Opacity.BLENDED) {
      m.put("alphaMode", "BLEND");
      m.put("doubleSided", true);
    }
    Map<String, Object> more = more(m.containsKey("emissiveTexture"));
    if (!more.isEmpty()) {
      extensions.addAll(more.keySet());
      m.put("extensions", more);
    }
    return m;
  }

  private Map<String, Object> more(boolean emits) {
    Map<String, Object> more = new LinkedHashMap<>();
    layer(more, COAT, "clearcoatTexture", "clearcoatFactor", 1);
    coat(more);
    glass(more);
    layer(more, SHEEN, "sheenColorTexture", "sheenColorFactor", List.of(1, 1, 1));
    layer(more, GLASS, "transmissionTexture", "transmissionFactor", 1);
    if (more.get(SHEEN) instanceof Map<?, ?> sheen) {
      @SuppressWarnings("unchecked")
      Map<String, Object> s = (Map<String, Object>) sheen;
      s.put("sheenRoughnessFactor", value("sheenRoughnessFactor", 0.3));
    }
    double strength = value("emissiveStrength", 1);
    if (emits && strength > 1) {
      more.put(STRENGTH, ordered("emissiveStrength", strength));
    }
    double index = value("ior", 0);
    if (index >= 1) {
      more.put(INDEX, ordered("ior", index));
    }
    double thick = value("thicknessFactor", 0);
    if (thick > 0 && more.containsKey(GLASS)) {
      more.put(BODY, ordered("thicknessFactor", thick));
    }
    if ("unlit".equals(document().model())) {
      more.put(UNLIT, ordered());
    }
    return more;
  }

  /** A clear layer without a picture. */
  private void coat(Map<String, Object> to) {
    double amount = value("clearcoatFactor", 0);
    if (amount > 0) {
      @SuppressWarnings("unchecked")
      Map<String, Object> layer =
          (Map<String, Object>) to.computeIfAbsent(COAT, k -> new LinkedHashMap<>());
      layer.put("clearcoatFactor", amount);
      layer.put("clearcoatRoughnessFactor", value("clearcoatRoughnessFactor", 0));
    }
  }

  /** Light goes through without a picture. */
  private void glass(Map<String, Object> to) {
    double amount = value("transmissionFactor", 0);
    if (amount > 0 && !to.containsKey(GLASS)) {
      to.put(GLASS, ordered("transmissionFactor", amount));
    }
  }

  private void layer(
      Map<String, Object> to, String extension, String input, String factor, Object full) {
    Map<String, Object> layer = new LinkedHashMap<>();
    put(layer, input);
    if (!layer.isEmpty()) {
      layer.put(factor, full);
      to.put(extension, layer);
    }
  }

  private double value(String input, double otherwise) {
    return document().values().stream()
        .filter(v -> v.input().equals(input))
        .mapToDouble(SurfaceDocument.Value::value)
        .findFirst()
        .orElse(otherwise);
  }

  private void put(Map<String, Object> to, String input) {
    Texture t = document().texture(input).orElse(null);
    if (t == null) {
      return;
    }
    int index = files.indexOf(t.file());
    if (index < 0) {
      index = files.size();
      files.add(t.file());
    }
    Map<String, Object> info = ordered("index", index);
    if (!document().placement().equals(Placement.WHOLE)) {
      extensions.add(TRANSFORM);
      info.put("extensions", ordered(TRANSFORM, transform(document().placement().scaledFirst())));
    }
    to.put(input, info);
  }

  /**
   * KHR_texture_transform counts v downwards: with v' = 1 - v on both sides the shift takes in what
   * a turned and scaled unit of height amounts to. Whole pictures are left off, as they repeat.
   */
  private static Map<String, Object> transform(Placement.ScaledFirst p) {
    double turn = Math.toRadians(p.turnDegrees());
    double u = p.shiftU() - Math.sin(turn) * p.scaleV();
    double v = 1 - Math.cos(turn) * p.scaleV() - p.shiftV();
    return ordered(
        "offset",
        List.of(part(u), part(v)),
        "rotation",
        turn,
        "scale",
        List.of(p.scaleU(), p.scaleV()));
  }

  private static double part(double v) {
    double rest = v - Math.floor(v + 1e-9);
    return Math.abs(rest) < 1e-9 ? 0 : rest;
  }
}
