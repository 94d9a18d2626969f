package keepshelf.core.likeness;

import java.io.IOException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.PixelMemory;
import org.slf4j.LoggerFactory;

/**
 * Looks at items whose mean colour is not in the catalogue: it is kept when an item comes, and is
 * not in the records that a catalogue is made anew from.
 */
public final class MissingColours {
  private static final int BATCH = 32;

  private final ShelfFolder shelf;
  private final Catalogue catalogue;

  /**
   * Items that were looked at while the shelf is open; a picture may be one that cannot be read.
   */
  private final Set<String> tried = new HashSet<>();

  /** On {@code shelf}. */
  public MissingColours(ShelfFolder shelf, Catalogue catalogue) {
    this.shelf = shelf;
    this.catalogue = catalogue;
  }

  /** Looks at all of them. */
  public void look() {
    while (look(BATCH) > 0) {
      // The next ones.
    }
  }

  /**
   * Looks at some of them.
   *
   * @param most of them, at least one
   * @return how many have their colour now; none when nothing is left that can be read
   */
  public synchronized int look(int most) {
    Map<String, OkLab> found = new HashMap<>();
    int done = 0;
    for (String id : catalogue.pictures().withoutColour()) {
      if (done == most) {
        break;
      }
      if (!tried.add(id)) {
        continue;
      }
      Optional<ShelvedItem> item = catalogue.own(id);
      Optional<MapRecord> seen = item.flatMap(s -> s.item().seen());
      Optional<OkLab> colour = seen.flatMap(m -> colour(item.get(), m));
      if (colour.isPresent()) {
        found.put(seen.get().sha256(), colour.get());
        done++;
      }
    }
    if (!found.isEmpty()) {
      catalogue.pictures().putColours(found);
    }
    return done;
  }

  private Optional<OkLab> colour(ShelvedItem s, MapRecord m) {
    PixelMemory memory =
        PixelMemory.take(3L * m.width() * m.height() * 4 * Math.max(1, m.bits() / 8));
    try {
      return Optional.of(OkLab.mean(ImageDecoder.decode(shelf.resolve(s.path(m)))));
    } catch (IOException e) {
      LoggerFactory.getLogger(MissingColours.class).info("no colour of {}", s.path(m), e);
      return Optional.empty();
    } finally {
      memory.release();
    }
  }
}
