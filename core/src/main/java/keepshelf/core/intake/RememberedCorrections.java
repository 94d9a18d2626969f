package keepshelf.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keepshelf.core.archive.UnpackedFile;
import keepshelf.core.recognise.FileCorrection;
import keepshelf.core.recognise.RecognisedItem;
import keepshelf.core.recognise.RecognisedMap;

/** Gives pictures that were corrected in an earlier arrival the same roles again. */
public final class RememberedCorrections {
  private RememberedCorrections() {}

  /**
   * {@code arrival} with what was said about its files before; only files whose hashes are known,
   * those of archives, are found again.
   *
   * @param corrections by SHA-256
   */
  public static Arrival apply(Arrival arrival, Map<String, FileCorrection> corrections) {
    if (corrections.isEmpty() || arrival.unpacked().isEmpty()) {
      return arrival;
    }
    List<RecognisedItem> items = new ArrayList<>();
    boolean changed = false;
    for (RecognisedItem i : arrival.recognition().items()) {
      List<RecognisedMap> maps = new ArrayList<>();
      boolean here = false;
      for (RecognisedMap m : i.maps()) {
        UnpackedFile f = arrival.unpacked().get(m.file().path());
        FileCorrection c = f == null ? null : corrections.get(f.sha256());
        maps.add(c == null ? m : c.apply(m));
        here |= c != null;
      }
      items.add(here ? i.withMaps(maps) : i);
      changed |= here;
    }
    return changed ? arrival.with(arrival.recognition().withItems(items)) : arrival;
  }
}
