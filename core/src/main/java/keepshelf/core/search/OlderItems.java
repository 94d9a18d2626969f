package keepshelf.core.search;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.versions.VersionHistory;

/** Finds the items that a newer version of stands on the shelf. */
final class OlderItems {
  private OlderItems() {}

  /** Their identifiers: the newer pack has an item of the same kind and key. */
  static Set<String> of(List<ItemCard> cards, Catalogue catalogue) {
    Map<String, Set<String>> newerPacks = new HashMap<>();
    catalogue
        .kinships()
        .forEach((pack, kin) -> {
          String older = VersionHistory.older(pack, kin).orElse(null);
          if (older != null) {
            newerPacks
                .computeIfAbsent(older, p -> new HashSet<>())
                .add(older.equals(pack) ? kin.pack() : pack);
          }
        });
    if (newerPacks.isEmpty()) {
      return Set.of();
    }
    Set<String> newer = new HashSet<>();
    newerPacks.values().forEach(newer::addAll);
    Set<String> there = new HashSet<>();
    for (ItemCard c : cards) {
      if (newer.contains(c.pack().id())) {
        there.add(place(c.pack().id(), c));
      }
    }
    Set<String> out = new HashSet<>();
    for (ItemCard c : cards) {
      for (String pack : newerPacks.getOrDefault(c.pack().id(), Set.of())) {
        if (there.contains(place(pack, c))) {
          out.add(c.id());
        }
      }
    }
    return out;
  }

  private static String place(String pack, ItemCard c) {
    String key = c.key().toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
    return pack + "|" + c.kind().id() + "|" + key;
  }
}
