package keepshelf.core.install;

import java.nio.file.Path;
import keepshelf.core.catalogue.Finish;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;

/**
 * What is done to the maps of an item on the way to a host, whatever the host needs.
 *
 * @param finish what a person adjusted, or null
 * @param turnDegrees by which pictures lie turned on the surface there, counter-clockwise
 * @param item whose maps they are, or null when nothing was found about them
 */
record Adjusting(Finish finish, double turnDegrees, ItemRecord item) {
  /** Nothing. */
  static final Adjusting NONE = new Adjusting(null, 0, null);

  /** Whether vectors have to be turned along with their pictures. */
  boolean turns() {
    return turnDegrees % 360 != 0;
  }

  /** Whether a normal map is stored in a way that has to be mended. */
  boolean mends(MapRecord normal, Path file) {
    return item != null && NormalStates.needsMending(NormalStates.of(item, normal, file));
  }
}
