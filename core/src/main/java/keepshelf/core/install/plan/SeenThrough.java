package keepshelf.core.install.plan;

import java.util.List;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.measure.OpacityKind;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Decides how a surface is seen through. */
final class SeenThrough {
  private SeenThrough() {}

  /**
   * How the surfaces that these maps are for are seen through; it is said in {@code remarks} when
   * they are at all.
   *
   * @param cuts the finish that cuts it out at a threshold, or null when none does
   */
  static Opacity of(
      HostProfile profile, List<PlannedMap> maps, @Nullable Finish cuts, List<String> remarks) {
    if (profile.opacity().equals("leave-out")) {
      return Opacity.OPAQUE;
    }
    for (PlannedMap m : maps) {
      for (PlannedMap.Part p : m.parts()) {
        boolean own = p.role() == MapRole.OPACITY;
        if (own || p.alphaIsOpacity()) {
          if (cuts != null) {
            remarks.add(
                Words.of(
                    "seenThrough.finish-cuts-surface-out-where", cuts.others().opacityThreshold()));
            return Opacity.CUT_OUT;
          }
          MapSources.Source s = new MapSources.Source(p.source(), own ? p.channel() : "a");
          boolean smooth = OpacityKind.smooth(s, p.from());
          remarks.add(
              smooth
                  ? Words.of("seenThrough.opacity-goes-smoothly-from-seen")
                  : Words.of("seenThrough.opacity-cuts-holes-surface-cut"));
          return smooth ? Opacity.BLENDED : Opacity.CUT_OUT;
        }
      }
    }
    return Opacity.OPAQUE;
  }
}
