package keepshelf.core.search;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.versions.Releases;

/** Finds the items that a newer version of stands on the shelf. */
final class OlderItems {
  private OlderItems() {}

  /** Their identifiers: a pack of the next release has an item of the same kind and key. */
  static Set<String> of(List<ItemCard> cards, Releases releases) {
    Set<String> newer = releases.allNewer();
    if (newer.isEmpty()) {
      return Set.of();
    }
    Set<String> there = new HashSet<>();
    for (ItemCard c : cards) {
      if (newer.contains(c.pack().id())) {
        there.add(c.pack().id() + "|" + Alike.of(c));
      }
    }
    Set<String> out = new HashSet<>();
    for (ItemCard c : cards) {
      for (String pack : releases.newer(c.pack().id())) {
        if (there.contains(pack + "|" + Alike.of(c))) {
          out.add(c.id());
        }
      }
    }
    return out;
  }
}
