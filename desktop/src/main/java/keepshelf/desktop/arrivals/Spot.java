package keepshelf.desktop.arrivals;

import keepshelf.core.recognise.RecognisedMap;

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
}
