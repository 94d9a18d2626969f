package keepshelf.core.install.document;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.install.profile.BodyInputs;
import keepshelf.core.install.profile.HostProfile;

/** Plain values of inputs that have no picture, by the host's surface model. */
final class SurfaceValues {
  private static final double ROUGH = 0.6;

  /** Candela a square metre that a white picture of emission gives in OpenPBR. */
  private static final double LUMINANCE = 100;

  /** Linear colour of a surface that no picture gives a colour: each format has another default. */
  private static final double GREY = 0.5;

  private final Set<Texture> textures;
  private final Opacity opacity;
  private final List<Value> values = new ArrayList<>();

  private SurfaceValues(Set<Texture> textures, Opacity opacity) {
    this.textures = textures;
    this.opacity = opacity;
  }

  /**
   * The values.
   *
   * @param finish that the item is installed with, or null
   */
  static List<Value> of(
      HostProfile profile, Set<Texture> textures, Opacity opacity, Finish finish) {
    SurfaceValues v = new SurfaceValues(textures, opacity);
    switch (profile.format()) {
      case "materialx-1.39" -> {
        if (profile.surface().equals("open_pbr_surface")) {
          v.openPbr();
        } else {
          v.standard();
        }
      }
      case "usd-preview" -> v.preview();
      case "obj-mtl" -> v.library();
      case "gltf-2.0" -> v.otherwise("baseColorTexture", "baseColorFactor", GREY);
      default -> {}
    }
    profile
        .values()
        .forEach((input, value) -> {
          v.values.removeIf(x -> x.input().equals(input));
          v.otherwise(input, value);
        });
    if (finish != null && finish.body() != null) {
      BodyInputs.of(profile).ifPresent(inputs -> v.made(finish.body(), inputs));
    }
    return v.values;
  }

  /** What a person has said of the substance goes before what a host usually has. */
  private void made(Finish.Body body, BodyInputs inputs) {
    if (body.ior() != null) {
      put(inputs.ior(), body.ior());
      put(inputs.reflectance(), body.reflectance());
    }
    if (body.coat() != null && body.coat() > 0) {
      put(inputs.coat(), body.coat());
      put(inputs.coatRoughness(), body.coatRoughness() == null ? 0 : body.coatRoughness());
    }
  }

  private void put(String input, double value) {
    if (input != null && !has(input)) {
      values.removeIf(x -> x.input().equals(input));
      values.add(new Value(input, value));
    }
  }

  private void standard() {
    values.add(new Value("base", 1));
    otherwise("base_color", GREY);
    otherwise("specular_roughness", ROUGH);
    where("emission_color", "emission", 1);
    where("sheen_color", "sheen", 1);
  }

  private void openPbr() {
    values.add(new Value("base_weight", 1));
    otherwise("base_color", GREY);
    otherwise("specular_roughness", ROUGH);
    where("emission_color", "emission_luminance", LUMINANCE);
    where("fuzz_color", "fuzz_weight", 1);
  }

  private void preview() {
    values.add(new Value("useSpecularWorkflow", 0));
    otherwise("diffuseColor", GREY);
    otherwise("roughness", ROUGH);
    otherwise("metallic", 0);
    if (has("opacity") && opacity == Opacity.CUT_OUT) {
      values.add(new Value("opacityThreshold", 0.5));
    }
  }

  private void library() {
    values.add(new Value("Kd", has("diffuse") ? 1 : GREY));
    values.add(new Value("Ks", 0.04));
    values.add(new Value("Ns", 40));
    values.add(new Value("illum", 2));
  }

  private boolean has(String input) {
    return textures.stream().anyMatch(t -> t.input().equals(input));
  }

  private void otherwise(String input, double value) {
    if (!has(input)) {
      values.add(new Value(input, value));
    }
  }

  private void otherwise(String picture, String factor, double value) {
    if (!has(picture)) {
      values.add(new Value(factor, value));
    }
  }

  private void where(String input, String amount, double value) {
    if (has(input)) {
      values.add(new Value(amount, value));
    }
  }
}
