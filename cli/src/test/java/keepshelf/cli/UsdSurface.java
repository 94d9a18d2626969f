package keepshelf.cli;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The material of an installed USD document in text form, as its specification of
 * UsdPreviewSurface, UsdUVTexture and UsdTransform2d says; coordinates count upwards.
 */
final class UsdSurface implements PlainSurface {
  private static final Pattern SHADER = Pattern.compile("def Shader \"(\\w+)\"\\s*\\{([^}]*)\\}");
  private static final Pattern INPUT = Pattern.compile("inputs:(\\w+)(\\.connect)? = ([^\\n]+)");

  private final Path folder;
  private final Map<String, Map<String, String>> shaders = new HashMap<>();
  private final Map<String, String> offered = new HashMap<>();
  private final Map<String, PlainPicture> pictures = new HashMap<>();
  private final Map<String, String> surface;

  UsdSurface(Path document) throws IOException {
    folder = document.getParent();
    String text = Files.readString(document, StandardCharsets.UTF_8);
    String material = text.substring(text.indexOf("def Material"));
    offered.putAll(inputs(material.substring(0, material.indexOf("def Shader"))));
    Matcher m = SHADER.matcher(material);
    while (m.find()) {
      shaders.put(m.group(1), inputs(m.group(2)));
    }
    surface = shaders.get("Surface");
    for (var e : shaders.entrySet()) {
      String file = e.getValue().get("file");
      if (file != null) {
        pictures.put(e.getKey(), new PlainPicture(folder.resolve(file.replace("@", ""))));
      }
    }
  }

  private static Map<String, String> inputs(String block) {
    Map<String, String> out = new HashMap<>();
    Matcher m = INPUT.matcher(block);
    while (m.find()) {
      out.put(m.group(1), m.group(3).strip());
    }
    return out;
  }

  /** Numbers of a value, or of the input of the material that it is connected to. */
  private double[] numbers(Map<String, String> shader, String input, double... otherwise) {
    String v = shader.get(input);
    if (v != null && v.startsWith("<")) {
      v = offered.get(v.substring(v.indexOf(".inputs:") + 8, v.length() - 1));
    }
    if (v == null) {
      return otherwise;
    }
    String[] parts = v.replaceAll("[()]", "").split(",");
    double[] out = new double[parts.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = Double.parseDouble(parts[i].strip());
    }
    return out;
  }

  /** An input of the surface with as many channels as {@code otherwise} has. */
  private double[] value(String input, double u, double v, double... otherwise) {
    String said = surface.get(input);
    if (said == null || !said.startsWith("<")) {
      double[] plain = numbers(surface, input, otherwise);
      return plain.clone();
    }
    String from = said.substring(said.lastIndexOf('/') + 1, said.indexOf(".outputs:"));
    String channel = said.substring(said.indexOf(".outputs:") + 9, said.length() - 1);
    Map<String, String> texture = shaders.get(from);
    double[] at = placed(texture.get("st"), u, v);
    double[] scale = numbers(texture, "scale", 1, 1, 1, 1);
    double[] bias = numbers(texture, "bias", 0, 0, 0, 0);
    boolean srgb = texture.getOrDefault("sourceColorSpace", "").contains("sRGB");
    int first = Math.max(0, "rgba".indexOf(channel.charAt(0)));
    double[] out = new double[otherwise.length];
    for (int c = 0; c < out.length; c++) {
      int k = out.length > 1 ? c : first;
      // The first row of a picture is its upper one.
      out[c] = pictures.get(from).at(at[0], 1 - at[1], k, srgb) * scale[k] + bias[k];
    }
    return out;
  }

  private double[] placed(String st, double u, double v) {
    Map<String, String> shader =
        shaders.get(st.substring(st.lastIndexOf('/') + 1, st.indexOf(".outputs:")));
    if (!shader.containsKey("in")) {
      return new double[] {u, v};
    }
    double[] scale = numbers(shader, "scale", 1, 1);
    double[] shift = numbers(shader, "translation", 0, 0);
    double turn = Math.toRadians(numbers(shader, "rotation", 0)[0]);
    double x = u * scale[0];
    double y = v * scale[1];
    return new double[] {
      Math.cos(turn) * x - Math.sin(turn) * y + shift[0],
      Math.sin(turn) * x + Math.cos(turn) * y + shift[1]
    };
  }

  @Override
  public double[] base(double u, double v) {
    return value("diffuseColor", u, v, 0.18, 0.18, 0.18);
  }

  @Override
  public double[] emission(double u, double v) {
    return value("emissiveColor", u, v, 0, 0, 0);
  }

  @Override
  public double metallic(double u, double v) {
    return value("metallic", u, v, 0)[0];
  }

  @Override
  public double roughness(double u, double v) {
    return value("roughness", u, v, 0.5)[0];
  }

  @Override
  public double[] normal(double u, double v) {
    return value("normal", u, v, 0, 0, 1);
  }

  @Override
  public double reflectance() {
    return PlainSurface.ofIndex(numbers(surface, "ior", 1.5)[0]);
  }
}
