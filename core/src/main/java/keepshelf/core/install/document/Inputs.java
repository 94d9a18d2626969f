package keepshelf.core.install.document;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Texture;
import keepshelf.core.format.SurfaceDocument.Value;
import keepshelf.core.format.SurfaceValues;
import keepshelf.core.install.profile.HostProfile;
import org.jspecify.annotations.Nullable;

/** Plain values of a surface's inputs: the format's own, then the profile's, then the finish's. */
final class Inputs {
  /**
   * What a format has to know of a body's thickness: a hand's width. Hosts that follow rays go by
   * the shape itself.
   */
  private static final double BODY_METRES = 0.1;

  private Inputs() {}

  /**
   * The values.
   *
   * @param textures pictures that inputs get
   * @param finish that the item is installed with, or null
   */
  static List<Value> of(
      HostProfile profile, Set<Texture> textures, Opacity opacity, @Nullable Finish finish) {
    SurfaceValues v =
        new SurfaceValues(textures.stream().map(Texture::input).collect(Collectors.toSet()));
    profile.document().usual(v, profile.surface(), opacity);
    profile.values().forEach(v::instead);
    if (finish != null) {
      profile.document().body(profile.surface()).ifPresent(inputs -> made(finish, inputs, v));
    }
    return v.all();
  }

  /** What a person has said of the substance goes before what a host usually has. */
  private static void made(Finish finish, BodyInputs inputs, SurfaceValues v) {
    Finish.Body body = finish.substance();
    if (body.ior() != null) {
      v.instead(inputs.ior(), body.ior());
      v.instead(inputs.reflectance(), body.reflectance());
    }
    if (body.coat() != null && body.coat() > 0) {
      v.instead(inputs.coat(), body.coat());
      v.instead(inputs.coatRoughness(), body.coatRoughness() == null ? 0 : body.coatRoughness());
    }
    if (body.transmission() != null) {
      v.instead(inputs.transmission(), body.transmission());
    }
    if (body.transmission() != null && body.transmission() > 0) {
      boolean thin = Boolean.TRUE.equals(body.thin());
      v.instead(inputs.thin(), thin ? 1 : 0);
      v.instead(inputs.thickness(), thin ? 0 : BODY_METRES);
    }
    if (finish.others().opacityThreshold() != null) {
      v.instead(inputs.threshold(), finish.others().opacityThreshold());
    }
    if (finish.others().emission() != null) {
      v.times(inputs.glow(), finish.others().emission());
    }
  }
}
