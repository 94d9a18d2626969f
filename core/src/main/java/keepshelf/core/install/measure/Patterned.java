package keepshelf.core.install.measure;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.Optional;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.Maps;
import keepshelf.imaging.enlarge.Enlarging;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.PixelMemory;

/** Tells materials with a pattern, which must not be cut through, from grain and noise. */
public final class Patterned {
  /** Pixels a side that are enough for it. */
  private static final int ENOUGH = 256;

  /** Larger ones are not looked at: nobody should wait for a sentence that long. */
  private static final int LARGEST = 8192;

  private static final long BYTES_PER_PIXEL = 24;

  private static final Measured<Boolean> KNOWN = new Measured<>();

  private Patterned() {}

  /**
   * Whether its base colour has a pattern; what has none, cannot be read or is too large, has none.
   */
  public static boolean is(ShelfFolder shelf, ShelvedItem item) {
    Optional<MapRecord> colour =
        item.item().maps().stream()
            .filter(m -> m.role() == MapRole.BASE_COLOUR)
            .min(Comparator.comparingInt(m -> m.width() < ENOUGH ? Integer.MAX_VALUE : m.width()));
    if (colour.isEmpty() || colour.get().width() > LARGEST || colour.get().height() > LARGEST) {
      return false;
    }
    MapRecord m = colour.get();
    return KNOWN.of(m.sha256(), () -> measured(m, shelf.resolve(item.path(m)))).orElse(false);
  }

  private static boolean measured(MapRecord m, Path file) throws IOException {
    PixelMemory memory = PixelMemory.take(BYTES_PER_PIXEL * m.width() * m.height());
    try {
      return Enlarging.structured(Maps.encoded(ImageDecoder.decode(file)));
    } finally {
      memory.release();
    }
  }
}
