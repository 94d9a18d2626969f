package keepshelf.core.install.document;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Value;
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

  static List<Value> of(HostProfile profile, Set<Texture> textures, Opacity opacity) {
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
    return v.values;
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
