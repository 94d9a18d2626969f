package keepshelf.core.likeness;

import java.io.IOException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.imaging.colour.OkLab;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.pixel.PixelMemory;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;

/**
 * Looks at items whose mean colour is not in the catalogue: it is kept when an item comes, and is
 * not in the records that a catalogue is made anew from.
 */
public final class MissingColours {
  private static final int BATCH = 32;

  private final ShelfFolder shelf;
  private final Catalogue catalogue;

  /** On {@code shelf}. */
  public MissingColours(ShelfFolder shelf, Catalogue catalogue) {
    this.shelf = shelf;
    this.catalogue = catalogue;
  }

  /**
   * How far it got.
   *
   * @param last identifier of the last item that was looked at, or null when that was the end
   * @param found how many have their colour now
   */
  public record Looked(@Nullable String last, int found) {}

  /** Looks at all of them. */
  public void look() {
    String last = "";
    while (last != null) {
      last = look(BATCH, last).last();
    }
  }

  /**
   * Looks at some of them. Pictures that cannot be read are passed over; on a shelf that cannot be
   * written to nothing is looked at.
   *
   * @param most of them, at least one
   * @param after identifier of the item after which it goes on; empty to begin
   */
  public Looked look(int most, String after) {
    List<String> some =
        catalogue.readOnly() ? List.of() : catalogue.pictures().withoutColour(after, most);
    Map<String, OkLab> found = new HashMap<>();
    int items = 0;
    for (String id : some) {
      Optional<ShelvedItem> item = catalogue.own(id);
      Optional<MapRecord> seen = item.flatMap(s -> s.item().seen());
      Optional<OkLab> colour = seen.flatMap(m -> colour(item.get(), m));
      if (colour.isPresent()) {
        found.put(seen.get().sha256(), colour.get());
        items++;
      }
    }
    if (!found.isEmpty()) {
      catalogue.pictures().putColours(found);
    }
    return new Looked(some.size() < most ? null : some.getLast(), items);
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
