package keepshelf.core.install.measure;

import java.nio.file.Path;
import java.util.List;
import java.util.OptionalDouble;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.finish.Finishing;
import keepshelf.core.finish.OverlayMaps;
import org.jspecify.annotations.Nullable;

/**
 * What is done to the maps of an item on the way to a host, whatever the host needs.
 *
 * @param finish what a person adjusted, or null
 * @param turnDegrees by which pictures lie turned on the surface there, counter-clockwise
 * @param overlays maps that the finish lays over them, those that are on the shelf
 * @param item whose maps they are, or null when nothing was found about them
 */
public record Adjusting(
    @Nullable Finish finish,
    double turnDegrees,
    List<OverlayMaps.Found> overlays,
    @Nullable ItemRecord item) {
  /** Nothing. */
  public static final Adjusting NONE = new Adjusting(null, 0, List.of(), null);

  /** Whether vectors have to be turned along with their pictures. */
  public boolean turns() {
    return turnDegrees % 360 != 0;
  }

  /** Whether the finish says from which opacity on there are holes. */
  public boolean cuts() {
    return Finishing.cut(finish).isPresent();
  }

  /** Whether the finish makes what shines brighter or darker. */
  public boolean glows() {
    return Finishing.glow(finish).isPresent();
  }

  /** Amount of occlusion that the finish works into the colour; empty when the host decides. */
  public OptionalDouble occlusion() {
    Double amount = finish == null ? null : finish.others().occlusion();
    return amount == null ? OptionalDouble.empty() : OptionalDouble.of(amount);
  }

  /** Whether a normal map is stored in a way that has to be mended. */
  public boolean mends(MapRecord normal, Path file) {
    return item != null && NormalStates.needsMending(NormalStates.of(item, normal, file));
  }
}
