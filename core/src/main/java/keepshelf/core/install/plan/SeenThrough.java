package keepshelf.core.install.plan;

import java.util.List;
import java.util.Locale;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.measure.OpacityKind;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;

/** Decides how a surface is seen through. */
final class SeenThrough {
  private SeenThrough() {}

  /**
   * How the surfaces that these maps are for are seen through; it is said in {@code remarks} when
   * they are at all.
   *
   * @param cuts the finish that cuts it out at a threshold, or null when none does
   */
  static Opacity of(HostProfile profile, List<PlannedMap> maps, Finish cuts, List<String> remarks) {
    if (profile.opacity().equals("leave-out")) {
      return Opacity.OPAQUE;
    }
    for (PlannedMap m : maps) {
      for (PlannedMap.Part p : m.parts()) {
        boolean own = p.role() == MapRole.OPACITY;
        if (own || p.alphaIsOpacity()) {
          if (cuts != null) {
            remarks.add(
                String.format(
                    Locale.ROOT,
                    "The finish cuts the surface out where its opacity is below %.2f.",
                    cuts.others().opacityThreshold()));
            return Opacity.CUT_OUT;
          }
          MapSources.Source s = new MapSources.Source(p.source(), own ? p.channel() : "a");
          boolean smooth = OpacityKind.smooth(s, p.from());
          remarks.add(
              smooth
                  ? "The opacity goes smoothly from seen to not seen, so the surface is blended."
                  : "The opacity cuts holes, so the surface is cut out where it is below one"
                      + " half.");
          return smooth ? Opacity.BLENDED : Opacity.CUT_OUT;
        }
      }
    }
    return Opacity.OPAQUE;
  }
}
