package keepshelf.desktop.arrivals;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;

/**
 * A picture in the sorting table.
 *
 * @param item key of the item it stands with, or null in the tray
 * @param map the picture there, or null in the tray
 * @param loose path of an unplaced picture in the tray, or null
 */
public record Spot(String item, RecognisedMap map, String loose) {
  /** Path of the picture, which identifies it. */
  public String path() {
    return map != null ? map.file().path() : loose;
  }

  /** All pictures of a recognition: item by item along the columns, then the unplaced ones. */
  static List<Spot> all(Recognition r) {
    List<Spot> out = new ArrayList<>();
    for (RecognisedItem i : r.items()) {
      for (Column c : Column.values()) {
        for (RecognisedMap m : i.maps()) {
          if (Column.of(m.role()) == c) {
            out.add(new Spot(i.key(), m, null));
          }
        }
      }
    }
    for (LooseFile l : r.loose()) {
      if (l.sort() == LooseFile.Sort.UNKNOWN_IMAGE) {
        out.add(new Spot(null, null, l.file().path()));
      }
    }
    return out;
  }
}
