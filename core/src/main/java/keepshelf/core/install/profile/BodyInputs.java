package keepshelf.core.install.profile;

import java.util.Optional;

/**
 * Names of the inputs that say what a surface is made of, in a format; null where it has none.
 *
 * @param ior index of refraction
 * @param reflectance of what is no metal, seen straight on, linear
 * @param coat amount of a clear layer
 * @param coatRoughness its roughness
 */
public record BodyInputs(String ior, String reflectance, String coat, String coatRoughness) {
  /** Those of a host; empty when its own text format has no place for them. */
  public static Optional<BodyInputs> of(HostProfile profile) {
    return Optional.ofNullable(
        switch (profile.format()) {
          case "materialx-1.39" ->
              profile.surface().equals("open_pbr_surface")
                  ? new BodyInputs("specular_ior", null, "coat_weight", "coat_roughness")
                  : new BodyInputs("specular_IOR", null, "coat", "coat_roughness");
          case "usd-preview" -> new BodyInputs("ior", null, "clearcoat", "clearcoatRoughness");
          case "gltf-2.0" ->
              new BodyInputs("ior", null, "clearcoatFactor", "clearcoatRoughnessFactor");
          case "obj-mtl" -> new BodyInputs("Ni", "Ks", null, null);
          default -> null;
        });
  }
}
