package keepshelf.cli;

import java.awt.image.Raster;
import java.io.IOException;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The material of an installed glTF document, as its specification says: pictures by the system's
 * own reader, KHR_texture_transform, KHR_materials_ior, clearcoat and emissive_strength.
 */
final class GltfSurface {
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
  final double reflectance;

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
    reflectance = (n - 1) / (n + 1) * ((n - 1) / (n + 1));
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
        ImageIO.read(folder.resolve(uri.replace("%20", " ")).toFile()).getRaster(),
        info.path("extensions").path("KHR_texture_transform"));
  }

  /** Base colour in linear light. */
  double[] base(double u, double v) {
    return colour(base, u, v, baseFactor);
  }

  double[] emission(double u, double v) {
    return emissive == null ? new double[3] : colour(emissive, u, v, emissiveFactor);
  }

  private static double[] colour(Texture t, double u, double v, double[] factor) {
    double[] out = factor.clone();
    for (int c = 0; c < 3 && t != null; c++) {
      out[c] *= t.at(u, v, c, true);
    }
    return out;
  }

  double metallic(double u, double v) {
    return metallicFactor * (packed == null ? 1 : packed.at(u, v, 2, false));
  }

  double roughness(double u, double v) {
    return roughnessFactor * (packed == null ? 1 : packed.at(u, v, 1, false));
  }

  /** To the right, upwards, outwards; not of length one. */
  double[] normal(double u, double v) {
    if (normal == null) {
      return new double[] {0, 0, 1};
    }
    double x = normal.at(u, v, 0, false) * 2 - 1;
    double y = normal.at(u, v, 1, false) * 2 - 1;
    return new double[] {x * normalScale, y * normalScale, normal.at(u, v, 2, false) * 2 - 1};
  }

  /** A picture that repeats, between whose pixels is interpolated; v counts downwards. */
  private static final class Texture {
    private final int width;
    private final int height;
    private final int bands;
    private final double most;
    private final int[] samples;
    private final double[] offset;
    private final double[] scale;
    private final double turn;

    Texture(Raster r, JsonNode transform) {
      width = r.getWidth();
      height = r.getHeight();
      bands = r.getNumBands();
      most = Math.pow(2, r.getSampleModel().getSampleSize(0)) - 1;
      samples = r.getPixels(0, 0, width, height, (int[]) null);
      offset = three(transform.path("offset"), 0);
      scale = three(transform.path("scale"), 1);
      turn = transform.path("rotation").asDouble(0);
    }

    double at(double u, double v, int channel, boolean srgb) {
      double c = Math.cos(turn);
      double s = Math.sin(turn);
      double x = (c * u * scale[0] + s * v * scale[1] + offset[0]) * width - 0.5;
      double y = (c * v * scale[1] - s * u * scale[0] + offset[1]) * height - 0.5;
      int i = (int) Math.floor(x);
      int j = (int) Math.floor(y);
      double top = of(i, j, channel, srgb) * (1 - x + i) + of(i + 1, j, channel, srgb) * (x - i);
      double low =
          of(i, j + 1, channel, srgb) * (1 - x + i) + of(i + 1, j + 1, channel, srgb) * (x - i);
      return top * (1 - y + j) + low * (y - j);
    }

    private double of(int x, int y, int channel, boolean srgb) {
      int at = Math.floorMod(y, height) * width + Math.floorMod(x, width);
      double v = samples[at * bands + Math.min(channel, bands - 1)] / most;
      return !srgb ? v : v <= 0.04045 ? v / 12.92 : Math.pow((v + 0.055) / 1.055, 2.4);
    }
  }
}
