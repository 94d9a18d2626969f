package keepshelf.core.install.plan;

import keepshelf.core.install.measure.Adjusting;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;

/** Why a map is not installed, in plain words. */
final class Reasons {
  private Reasons() {}

  static String of(MapRole role, MapSources sources, HostProfile profile, Adjusting adjusting) {
    if (role == MapRole.AMBIENT_OCCLUSION && adjusting.occlusion().isPresent()) {
      return Words.of("reasons.finish-leaves-occlusion-out");
    }
    return switch (role) {
      case GLOSS ->
          profile.takes(MapRole.ROUGHNESS)
              ? Words.of("reasons.roughness-map-says-same")
              : Words.of("reasons.hosts-surface-has-no-input");
      case ROUGHNESS ->
          profile.takes(MapRole.GLOSS)
              ? Words.of("reasons.gloss-map-says-same")
              : Words.of("reasons.hosts-surface-has-no-input");
      case BUMP ->
          sources.has(MapRole.NORMAL)
              ? Words.of("reasons.normal-map-holds-same-detail")
              : Words.of("reasons.hosts-surface-has-no-input");
      case NORMAL ->
          profile.takes(MapRole.BUMP)
              ? Words.of("reasons.host-takes-height-instead-there")
              : Words.of("reasons.hosts-surface-has-no-input");
      case HEIGHT ->
          sources.has(MapRole.NORMAL)
              ? Words.of("reasons.host-does-not-displace-normal")
              : Words.of("reasons.host-does-not-displace");
      case SPECULAR -> Words.of("reasons.surface-takes-reflectance-from-metallic");
      case AMBIENT_OCCLUSION -> Words.of("reasons.host-works-out-occlusion-from");
      case CAVITY, CURVATURE -> Words.of("reasons.helps-making-materials-no-surface");
      case TRANSLUCENCY, THICKNESS -> Words.of("reasons.light-through-thin-surfaces-not");
      case MASK, ID -> Words.of("reasons.selects-parts-no-surface-input");
      case PACKED -> Words.of("reasons.what-channels-hold-not-known");
      default -> Words.of("reasons.hosts-surface-has-no-input");
    };
  }
}
