package keepshelf.core.install.plan;

import keepshelf.core.install.measure.Adjusting;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;

/** Why a map is not installed, in plain words. */
final class Reasons {
  private Reasons() {}

  static String of(MapRole role, MapSources sources, HostProfile profile, Adjusting adjusting) {
    if (role == MapRole.AMBIENT_OCCLUSION && adjusting.occlusion().isPresent()) {
      return "the finish leaves occlusion out";
    }
    return switch (role) {
      case GLOSS ->
          profile.takes(MapRole.ROUGHNESS)
              ? "the roughness map says the same"
              : "this host’s surface has no input for it";
      case ROUGHNESS ->
          profile.takes(MapRole.GLOSS)
              ? "the gloss map says the same"
              : "this host’s surface has no input for it";
      case BUMP ->
          sources.has(MapRole.NORMAL)
              ? "the normal map holds the same detail"
              : "this host’s surface has no input for it";
      case NORMAL ->
          profile.takes(MapRole.BUMP)
              ? "the host takes height instead, and there is a map of it"
              : "this host’s surface has no input for it";
      case HEIGHT ->
          sources.has(MapRole.NORMAL)
              ? "this host does not displace; the normal map holds the detail"
              : "this host does not displace";
      case SPECULAR -> "this surface takes reflectance from metallic and base colour";
      case AMBIENT_OCCLUSION -> "the host works out occlusion from the light itself";
      case CAVITY, CURVATURE -> "it helps making materials, no surface input takes it";
      case TRANSLUCENCY, THICKNESS -> "light through thin surfaces is not set up in this host yet";
      case MASK, ID -> "it selects parts, no surface input takes it";
      case PACKED -> "what its channels hold is not known; say so in Arrivals";
      default -> "this host’s surface has no input for it";
    };
  }
}
