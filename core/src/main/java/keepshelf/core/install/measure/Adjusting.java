package keepshelf.core.install.measure;

import java.nio.file.Path;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.setup.Finish;

/**
 * What is done to the maps of an item on the way to a host, whatever the host needs.
 *
 * @param finish what a person adjusted, or null
 * @param turnDegrees by which pictures lie turned on the surface there, counter-clockwise
 * @param item whose maps they are, or null when nothing was found about them
 */
public record Adjusting(Finish finish, double turnDegrees, ItemRecord item) {
  /** Nothing. */
  public static final Adjusting NONE = new Adjusting(null, 0, null);

  /** Whether vectors have to be turned along with their pictures. */
  public boolean turns() {
    return turnDegrees % 360 != 0;
  }

  /** Whether a normal map is stored in a way that has to be mended. */
  public boolean mends(MapRecord normal, Path file) {
    return item != null && NormalStates.needsMending(NormalStates.of(item, normal, file));
  }
}
