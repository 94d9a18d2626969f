package keepshelf.cli;

import java.io.IOException;
import java.nio.file.Path;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The material of an installed glTF document, as its specification says: pictures by the system's
 * own reader, KHR_texture_transform, KHR_materials_ior, clearcoat and emissive_strength.
 */
final class GltfSurface implements PlainSurface {
  private final JsonNode root;
  private final Path folder;
  private final Texture base;
  private final Texture packed;
  private final Texture normal;
  private final Texture emissive;
  private final double[] baseFactor;
  private final double metallicFactor;
  private final double roughnessFactor;
  private final double normalScale;
  private final double[] emissiveFactor;
  private final double reflectance;

  GltfSurface(Path document) throws IOException {
    folder = document.getParent();
    root = JsonMapper.builder().build().readTree(document.toFile());
    JsonNode m = root.path("materials").path(0);
    JsonNode pbr = m.path("pbrMetallicRoughness");
    base = texture(pbr.path("baseColorTexture"));
    packed = texture(pbr.path("metallicRoughnessTexture"));
    normal = texture(m.path("normalTexture"));
    emissive = texture(m.path("emissiveTexture"));
    baseFactor = three(pbr.path("baseColorFactor"), 1);
    metallicFactor = pbr.path("metallicFactor").asDouble(1);
    roughnessFactor = pbr.path("roughnessFactor").asDouble(1);
    normalScale = m.path("normalTexture").path("scale").asDouble(1);
    double strength =
        m.path("extensions")
            .path("KHR_materials_emissive_strength")
            .path("emissiveStrength")
            .asDouble(1);
    emissiveFactor = three(m.path("emissiveFactor"), 0);
    for (int c = 0; c < 3; c++) {
      emissiveFactor[c] *= strength;
    }
    double n = m.path("extensions").path("KHR_materials_ior").path("ior").asDouble(1.5);
    reflectance = PlainSurface.ofIndex(n);
  }

  private static double[] three(JsonNode n, double otherwise) {
    double[] out = new double[3];
    for (int c = 0; c < 3; c++) {
      out[c] = n.path(c).asDouble(otherwise);
    }
    return out;
  }

  private Texture texture(JsonNode info) throws IOException {
    if (info.isMissingNode()) {
      return null;
    }
    int image = root.path("textures").path(info.path("index").asInt()).path("source").asInt();
    String uri = root.path("images").path(image).path("uri").asString();
    return new Texture(
        new PlainPicture(folder.resolve(uri.replace("%20", " "))),
        info.path("extensions").path("KHR_texture_transform"));
  }

  @Override
  public double[] base(double u, double v) {
    return colour(base, u, v, baseFactor);
  }

  @Override
  public double[] emission(double u, double v) {
    return emissive == null ? new double[3] : colour(emissive, u, v, emissiveFactor);
  }

  @Override
  public double reflectance() {
    return reflectance;
  }

  private static double[] colour(Texture t, double u, double v, double[] factor) {
    double[] out = factor.clone();
    for (int c = 0; c < 3 && t != null; c++) {
      out[c] *= t.at(u, v, c, true);
    }
    return out;
  }

  @Override
  public double metallic(double u, double v) {
    return metallicFactor * (packed == null ? 1 : packed.at(u, v, 2, false));
  }

  @Override
  public double roughness(double u, double v) {
    return roughnessFactor * (packed == null ? 1 : packed.at(u, v, 1, false));
  }

  @Override
  public double[] normal(double u, double v) {
    if (normal == null) {
      return new double[] {0, 0, 1};
    }
    double x = normal.at(u, v, 0, false) * 2 - 1;
    double y = normal.at(u, v, 1, false) * 2 - 1;
    return new double[] {x * normalScale, y * normalScale, normal.at(u, v, 2, false) * 2 - 1};
  }

  /** A picture and how it is laid; v counts downwards. */
  private static final class Texture {
    private final PlainPicture picture;
    private final double[] offset;
    private final double[] scale;
    private final double turn;

    Texture(PlainPicture picture, JsonNode transform) {
      this.picture = picture;
      offset = three(transform.path("offset"), 0);
      scale = three(transform.path("scale"), 1);
      turn = transform.path("rotation").asDouble(0);
    }

    double at(double u, double up, int channel, boolean srgb) {
      double v = 1 - up;
      double c = Math.cos(turn);
      double s = Math.sin(turn);
      return picture.at(
          c * u * scale[0] + s * v * scale[1] + offset[0],
          c * v * scale[1] - s * u * scale[0] + offset[1],
          channel,
          srgb);
    }
  }
}
