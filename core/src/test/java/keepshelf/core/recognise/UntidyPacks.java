package keepshelf.core.recognise;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import keepshelf.core.model.MapRole;

/**
 * Made-up packs as untidy as the world's: words that nobody listed, letters that count, names glued
 * together, leftovers between the maps, makers that change their mind within a folder. Every habit
 * is a method; the truth stands beside each file.
 */
final class UntidyPacks {
  /** The truth about one file; a file that is no map has neither set nor role. */
  record Truth(String path, String set, MapRole role) {}

  /** One folder of one habit. */
  record Pack(String habit, List<Truth> files) {}

  private UntidyPacks() {}

  /** {@code count} folders of each habit, the same for the same seed. */
  static List<Pack> packs(long seed, int count) {
    List<Pack> out = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      UntidySets.all()
          .forEach((habit, fill) -> {
            UntidySets folder = new UntidySets(next(seed, out), "U" + out.size() + "/");
            fill.accept(folder);
            out.add(new Pack(habit, folder.files));
          });
      UntidyWords.all()
          .forEach((habit, fill) -> {
            UntidyWords folder = new UntidyWords(next(seed, out), "U" + out.size() + "/");
            fill.accept(folder);
            out.add(new Pack(habit, folder.files));
          });
    }
    return out;
  }

  /** Seeds in a row draw the same things again and again; these are spread. */
  private static long next(long seed, List<Pack> before) {
    return new SplittableRandom(seed * 7_919 + before.size()).nextLong();
  }
}
