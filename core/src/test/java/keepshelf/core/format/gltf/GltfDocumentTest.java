package keepshelf.core.format.gltf;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.format.Light;
import keepshelf.core.format.Placement;
import keepshelf.core.format.Scene;
import keepshelf.core.format.Shapes;
import keepshelf.core.format.SurfaceDocument;
import keepshelf.core.format.SurfaceDocument.Covering;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.json.Json;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.JsonNode;

/** Documents held against what the specification of glTF 2.0 demands. */
class GltfDocumentTest {
  private static final Texture COLOUR =
      new Texture("baseColorTexture", Use.COLOUR, "textures/c.png");
  private static final Texture NORMAL = new Texture("normalTexture", Use.NORMAL, "textures/n.png");

  /** A surface in tiles. */
  static SurfaceDocument surface(
      Placement placement, Opacity opacity, List<Value> values, Texture... textures) {
    return new SurfaceDocument(
        "Net Mesh",
        "pbrMetallicRoughness",
        List.of(textures),
        placement,
        0,
        0.5,
        values,
        1,
        opacity,
        Covering.TILED);
  }

  private static JsonNode written(Scene scene) {
    return Json.mapper().readTree(GltfWriter.write(scene, "net.bin"));
  }

  private static JsonNode material(Opacity opacity, List<Value> values, Texture... textures) {
    SurfaceDocument d = surface(Placement.WHOLE, opacity, values, textures);
    return written(Scene.sample(d)).get("materials").get(0);
  }

  /** Every index points at something that is there, every view lies in its buffer. */
  private static void wellFormed(JsonNode g, int bytes) {
    assertThat(g.at("/asset/version").asString()).isEqualTo("2.0");
    for (JsonNode v : g.get("bufferViews")) {
      int offset = v.get("byteOffset").asInt();
      int end = offset + v.get("byteLength").asInt();
      assertThat(end).isLessThanOrEqualTo(bytes);
      assertThat(offset % 4).isZero();
    }
    for (JsonNode a : g.get("accessors")) {
      JsonNode view = g.get("bufferViews").get(a.get("bufferView").asInt());
      int components =
          List.of("SCALAR", "", "VEC2", "VEC3", "VEC4").indexOf(a.get("type").asString());
      int size = Math.max(1, components) * 4 * a.get("count").asInt();
      assertThat(size).isEqualTo(view.get("byteLength").asInt());
    }
    for (JsonNode m : g.get("meshes")) {
      for (JsonNode p : m.get("primitives")) {
        assertThat(g.get("materials").get(p.get("material").asInt())).isNotNull();
        Set<Integer> counts = new TreeSet<>();
        for (JsonNode a : p.get("attributes")) {
          counts.add(g.get("accessors").get(a.asInt()).get("count").asInt());
        }
        assertThat(counts).hasSize(1);
      }
    }
    for (JsonNode t : g.path("textures")) {
      assertThat(g.get("images").get(t.get("source").asInt())).isNotNull();
    }
    Set<String> used = new TreeSet<>();
    extensions(g, used);
    Set<String> named = new TreeSet<>();
    g.path("extensionsUsed").forEach(e -> named.add(e.asString()));
    assertThat(named).isEqualTo(used);
  }

  private static void extensions(JsonNode n, Set<String> into) {
    if (n.isObject() && n.has("extensions")) {
      n.get("extensions").propertyNames().forEach(into::add);
    }
    n.forEach(child -> extensions(child, into));
  }

  @Test
  void everyIndexPointsAtSomething() {
    Scene s =
        Scene.sample(surface(Placement.of(0.5, 0.25), Opacity.OPAQUE, List.of(), COLOUR, NORMAL));
    wellFormed(written(s), GltfBuffer.bytes(s).length);
  }

  @Test
  void boundsAreThoseOfTheCornersInTheBuffer() {
    Scene s = Scene.sample(surface(Placement.WHOLE, Opacity.OPAQUE, List.of(), NORMAL));
    JsonNode g = written(s);
    ByteBuffer bytes = ByteBuffer.wrap(GltfBuffer.bytes(s)).order(ByteOrder.LITTLE_ENDIAN);
    for (JsonNode mesh : g.get("meshes")) {
      JsonNode primitive = mesh.get("primitives").get(0);
      JsonNode positions = g.get("accessors").get(primitive.at("/attributes/POSITION").asInt());
      int at =
          g.get("bufferViews").get(positions.get("bufferView").asInt()).get("byteOffset").asInt();
      int count = positions.get("count").asInt();
      for (int c = 0; c < 3; c++) {
        float least = Float.MAX_VALUE;
        float most = -Float.MAX_VALUE;
        for (int i = 0; i < count; i++) {
          float v = bytes.getFloat(at + 12 * i + 4 * c);
          least = Math.min(least, v);
          most = Math.max(most, v);
        }
        assertThat(positions.get("min").get(c).asDouble()).isCloseTo(least, within(1e-6));
        assertThat(positions.get("max").get(c).asDouble()).isCloseTo(most, within(1e-6));
      }
      JsonNode indices = g.get("accessors").get(primitive.get("indices").asInt());
      int from =
          g.get("bufferViews").get(indices.get("bufferView").asInt()).get("byteOffset").asInt();
      for (int i = 0; i < indices.get("count").asInt(); i++) {
        assertThat(bytes.getInt(from + 4 * i)).isBetween(0, count - 1);
      }
      JsonNode normals = g.get("accessors").get(primitive.at("/attributes/NORMAL").asInt());
      unit(bytes, g, normals, 3);
      unit(bytes, g, g.get("accessors").get(primitive.at("/attributes/TANGENT").asInt()), 4);
    }
  }

  private static void unit(ByteBuffer bytes, JsonNode g, JsonNode accessor, int stride) {
    int at = g.get("bufferViews").get(accessor.get("bufferView").asInt()).get("byteOffset").asInt();
    for (int i = 0; i < accessor.get("count").asInt(); i++) {
      double sum = 0;
      for (int c = 0; c < 3; c++) {
        double v = bytes.getFloat(at + 4 * (stride * i + c));
        sum += v * v;
      }
      assertThat(Math.sqrt(sum)).isCloseTo(1, within(1e-4));
      if (stride == 4) {
        assertThat(Math.abs(bytes.getFloat(at + 4 * (stride * i + 3)))).isEqualTo(1);
      }
    }
  }

  @Test
  void tangentsAreWrittenOnlyForNormalMaps() {
    JsonNode without =
        written(Scene.sample(surface(Placement.WHOLE, Opacity.OPAQUE, List.of(), COLOUR)));
    assertThat(without.at("/meshes/0/primitives/0/attributes/TANGENT").isMissingNode()).isTrue();
  }

  /**
   * KHR_texture_transform: uv' = T · R · S · uv with R = [cos sin; -sin cos], v downwards. Held
   * against the placement itself, v upwards, up to whole pictures.
   */
  @Test
  void placementsLieAsPlannedWhateverTheyAre() {
    Random random = new Random(5);
    for (int n = 0; n < 200; n++) {
      double side = 0.1 + random.nextDouble() * 3;
      double other = random.nextBoolean() ? side : 0.1 + random.nextDouble() * 3;
      double turn = other == side ? random.nextInt(-400, 400) : 90.0 * random.nextInt(-4, 5);
      Placement p =
          new Placement(side, other, turn, random.nextDouble() * 2 - 1, random.nextDouble() * 2);
      JsonNode t =
          written(Scene.sample(surface(p, Opacity.OPAQUE, List.of(), COLOUR)))
              .at(
                  "/materials/0/pbrMetallicRoughness/baseColorTexture/extensions/KHR_texture_transform");
      double r = t.path("rotation").asDouble();
      double u = random.nextDouble() * 4 - 2;
      double v = random.nextDouble() * 4 - 2;
      // Coordinates count downwards from the top.
      double su = u * t.at("/scale/0").asDouble();
      double sv = (1 - v) * t.at("/scale/1").asDouble();
      double gu = Math.cos(r) * su + Math.sin(r) * sv + t.at("/offset/0").asDouble();
      double gv = -Math.sin(r) * su + Math.cos(r) * sv + t.at("/offset/1").asDouble();
      double[] meant = p.texture(u, v);
      assertThat(whole(gu - meant[0])).as("u of %s", p).isLessThan(1e-6);
      // Down from the top of the picture and up from its bottom are the same place.
      assertThat(whole(gv - (1 - meant[1]))).as("v of %s", p).isLessThan(1e-6);
    }
  }

  private static double whole(double d) {
    return Math.abs(d - Math.rint(d));
  }

  @ParameterizedTest
  @EnumSource(Opacity.class)
  void opacityIsAMode(Opacity opacity) {
    JsonNode m = material(opacity, List.of(new Value("alphaCutoff", 0.3)), COLOUR);
    switch (opacity) {
      case OPAQUE -> assertThat(m.has("alphaMode")).isFalse();
      case CUT_OUT -> {
        assertThat(m.get("alphaMode").asString()).isEqualTo("MASK");
        assertThat(m.get("alphaCutoff").asDouble()).isEqualTo(0.3);
      }
      case BLENDED -> {
        assertThat(m.get("alphaMode").asString()).isEqualTo("BLEND");
        assertThat(m.has("alphaCutoff")).isFalse();
      }
    }
    assertThat(m.path("doubleSided").asBoolean(false)).isEqualTo(opacity != Opacity.OPAQUE);
  }

  @ParameterizedTest
  @CsvSource({
    // Values | where they stand | what stands there
    "ior=1.33, /extensions/KHR_materials_ior/ior, 1.33",
    "ior=0.5, /extensions/KHR_materials_ior, ",
    "clearcoatFactor=0.4 clearcoatRoughnessFactor=0.1,"
        + " /extensions/KHR_materials_clearcoat/clearcoatFactor, 0.4",
    "clearcoatFactor=0.4 clearcoatRoughnessFactor=0.1,"
        + " /extensions/KHR_materials_clearcoat/clearcoatRoughnessFactor, 0.1",
    "clearcoatFactor=0, /extensions/KHR_materials_clearcoat, ",
    "transmissionFactor=0.9, /extensions/KHR_materials_transmission/transmissionFactor, 0.9",
    "transmissionFactor=0.9 thicknessFactor=0.1, /extensions/KHR_materials_volume/thicknessFactor,"
        + " 0.1",
    // A thickness without light going through says nothing.
    "thicknessFactor=0.1, /extensions/KHR_materials_volume, ",
    "metallicFactor=1, /pbrMetallicRoughness/metallicFactor, 1",
    "roughnessFactor=0.25, /pbrMetallicRoughness/roughnessFactor, 0.25",
    // Nothing shines, so nothing is made brighter.
    "emissiveStrength=4, /extensions/KHR_materials_emissive_strength, "
  })
  void numbersStandWhereTheirExtensionHasThem(String values, String at, Double expected) {
    List<Value> all = new ArrayList<>();
    for (String v : values.split(" ")) {
      all.add(
          new Value(
              v.substring(0, v.indexOf('=')), Double.parseDouble(v.substring(v.indexOf('=') + 1))));
    }
    JsonNode found = material(Opacity.OPAQUE, all).at(at);
    if (expected == null) {
      assertThat(found.isMissingNode()).isTrue();
    } else {
      assertThat(found.asDouble()).isEqualTo(expected);
    }
  }

  @ParameterizedTest
  @CsvSource({"0.5, 0.5, false", "1, 1, false", "3, 1, true"})
  void whatShinesBrighterThanItsPictureNeedsTheExtension(
      double strength, double factor, boolean more) {
    Texture glow = new Texture("emissiveTexture", Use.COLOUR, "textures/e.png");
    JsonNode m = material(Opacity.OPAQUE, List.of(new Value("emissiveStrength", strength)), glow);
    assertThat(m.at("/emissiveFactor/0").asDouble()).isEqualTo(factor);
    JsonNode e = m.at("/extensions/KHR_materials_emissive_strength/emissiveStrength");
    assertThat(e.isMissingNode()).isEqualTo(!more);
    if (more) {
      assertThat(e.asDouble()).isEqualTo(strength);
    }
  }

  @Test
  void packedPicturesHaveFullFactorsAndLayersTheirOwn() {
    JsonNode m =
        material(
            Opacity.OPAQUE,
            List.of(new Value("metallicFactor", 0), new Value("roughnessFactor", 0.5)),
            new Texture("metallicRoughnessTexture", Use.PACKED, "textures/orm.png"),
            new Texture("clearcoatTexture", Use.GREY, "textures/coat.png"),
            new Texture("sheenColorTexture", Use.COLOUR, "textures/sheen.png"));
    assertThat(m.at("/pbrMetallicRoughness/metallicFactor").asInt()).isEqualTo(1);
    assertThat(m.at("/pbrMetallicRoughness/roughnessFactor").asInt()).isEqualTo(1);
    assertThat(m.at("/extensions/KHR_materials_clearcoat/clearcoatFactor").asInt()).isEqualTo(1);
    assertThat(m.at("/extensions/KHR_materials_sheen/sheenRoughnessFactor").asDouble())
        .isPositive();
  }

  @Test
  void lightsAndCameraLookWhereTheyShould() {
    SurfaceDocument d = surface(Placement.WHOLE, Opacity.OPAQUE, List.of(), COLOUR);
    Scene s =
        new Scene(
            "Net",
            List.of(d),
            List.of(Shapes.ball()),
            List.of(new Light.Panel(1, 2, 3, 0.5, 10), new Light.Sun(90, 30, 1, 0.9, 0.8, 50_000)),
            true,
            1,
            false);
    JsonNode g = written(s);
    assertThat(g.at("/extensions/KHR_lights_punctual/lights/0/intensity").asDouble())
        .isEqualTo(2.5);
    assertThat(g.at("/extensions/KHR_lights_punctual/lights/1/intensity").asDouble())
        .isEqualTo(50_000);
    for (JsonNode n : g.get("nodes")) {
      switch (n.get("name").asString()) {
        case "Panel" -> looksAt(n, new double[] {-1, 0.25 - 2, -3});
        // From the right and 30 degrees above.
        case "Sun" -> looksAt(n, new double[] {-Math.cos(Math.PI / 6), -0.5, 0});
        case "Camera" ->
            looksAt(
                n,
                new double[] {
                  Scene.TARGET[0] - Scene.CAMERA[0],
                  Scene.TARGET[1] - Scene.CAMERA[1],
                  Scene.TARGET[2] - Scene.CAMERA[2]
                });
        default -> assertThat(n.has("mesh")).isTrue();
      }
    }
    Scene dome =
        new Scene(
            "d", List.of(d), List.of(), List.of(new Light.Dome("d.exr", 0, 1)), false, 1, false);
    assertThatThrownBy(() -> GltfWriter.write(dome, "d.bin"))
        .isInstanceOf(IllegalArgumentException.class);
  }

  /** What -z becomes by the node's quaternion. */
  private static void looksAt(JsonNode node, double[] direction) {
    double[] q = new double[4];
    for (int i = 0; i < 4; i++) {
      q[i] = node.get("rotation").get(i).asDouble();
    }
    assertThat(q[0] * q[0] + q[1] * q[1] + q[2] * q[2] + q[3] * q[3]).isCloseTo(1, within(1e-9));
    double[] to = {
      -2 * (q[0] * q[2] + q[3] * q[1]),
      -2 * (q[1] * q[2] - q[3] * q[0]),
      -(1 - 2 * (q[0] * q[0] + q[1] * q[1]))
    };
    double length =
        Math.sqrt(
            direction[0] * direction[0]
                + direction[1] * direction[1]
                + direction[2] * direction[2]);
    for (int c = 0; c < 3; c++) {
      assertThat(to[c]).isCloseTo(direction[c] / length, within(1e-6));
    }
  }
}
