package keepshelf.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keepshelf.core.inspect.SetChecks;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.found.RecognisedItem;
import keepshelf.core.recognise.found.RecognisedMap;

/** Gives pictures that were corrected in an earlier arrival the same roles again. */
public final class RememberedCorrections {
  private RememberedCorrections() {}

  /**
   * {@code arrival} with what was said about its files before, as far as their hashes are known.
   *
   * @param corrections by SHA-256
   */
  public static Arrival apply(Arrival arrival, Map<String, FileCorrection> corrections) {
    if (corrections.isEmpty()) {
      return arrival;
    }
    List<RecognisedItem> items = new ArrayList<>();
    boolean changed = false;
    for (RecognisedItem i : arrival.recognition().items()) {
      List<RecognisedMap> maps = new ArrayList<>();
      boolean here = false;
      for (RecognisedMap m : i.maps()) {
        FileCorrection c = arrival.sha256(m.file().path()).map(corrections::get).orElse(null);
        maps.add(c == null ? m : c.apply(m));
        here |= c != null;
      }
      items.add(here ? SetChecks.withMaps(i, maps) : i);
      changed |= here;
    }
    return changed ? arrival.with(arrival.recognition().withItems(items)) : arrival;
  }
}
