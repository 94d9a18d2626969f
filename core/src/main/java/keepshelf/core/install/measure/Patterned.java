package keepshelf.core.install.measure;

import java.io.IOException;
import java.util.Comparator;
import java.util.Optional;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.enlarge.Enlarging;
import keepshelf.imaging.io.ImageDecoder;

/** Tells materials with a pattern, which must not be cut through, from grain and noise. */
public final class Patterned {
  /** Pixels a side that are enough for it. */
  private static final int ENOUGH = 256;

  private Patterned() {}

  /** Whether its base colour has a pattern; what has none, or cannot be read, has no pattern. */
  public static boolean is(ShelfFolder shelf, ShelvedItem item) {
    Optional<MapRecord> colour =
        item.item().maps().stream()
            .filter(m -> m.role() == MapRole.BASE_COLOUR)
            .min(Comparator.comparingInt(m -> m.width() < ENOUGH ? Integer.MAX_VALUE : m.width()));
    if (colour.isEmpty()) {
      return false;
    }
    try {
      return Enlarging.structured(
          Maps.encoded(ImageDecoder.decode(shelf.resolve(item.path(colour.get())))));
    } catch (IOException e) {
      return false;
    }
  }
}
