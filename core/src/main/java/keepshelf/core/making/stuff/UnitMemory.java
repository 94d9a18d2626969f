package keepshelf.core.making.stuff;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.problem.ShelfException;

/**
 * Units that were found of late, so that a picture that follows the hand need not wait for them.
 */
public final class UnitMemory {
  private static final int MOST = 16;

  private final Map<String, WholeUnits> kept =
      new LinkedHashMap<>(MOST, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, WholeUnits> eldest) {
          return size() > MOST;
        }
      };

  /** As {@link WholeUnits#of}. */
  synchronized WholeUnits of(ShelfFolder shelf, ShelvedItem item, double width, double height)
      throws ShelfException, IOException {
    StringBuilder key = new StringBuilder(item.item().id() + " " + width + " " + height);
    for (MapRecord m : item.item().maps()) {
      key.append(' ').append(m.sha256());
    }
    WholeUnits known = kept.get(key.toString());
    if (known == null) {
      known = WholeUnits.of(shelf, item, width, height);
      kept.put(key.toString(), known);
    }
    return known;
  }
}
