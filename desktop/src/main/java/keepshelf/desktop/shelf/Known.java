package keepshelf.desktop.shelf;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.catalogue.ItemCard;

/**
 * What the records of all items have, gathered once for each state of the shelf.
 *
 * @param sources by name
 * @param licences that are in use, by identifier
 * @param projects by name
 * @param collections by name
 * @param packs each once
 * @param itemsOfPack how many items each pack has, by its identifier
 * @param alike names, in lower case, that items of several packs have
 */
record Known(
    List<String> sources,
    List<String> licences,
    List<String> projects,
    List<String> collections,
    List<ItemCard.PackCard> packs,
    Map<String, Integer> itemsOfPack,
    Set<String> alike) {
  static final Known NOTHING =
      new Known(List.of(), List.of(), List.of(), List.of(), List.of(), Map.of(), Set.of());

  static Known of(List<ItemCard> all) {
    Set<String> sources = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    Set<String> licences = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    Set<String> projects = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    Set<String> collections = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    Map<String, ItemCard.PackCard> packs = new LinkedHashMap<>();
    Map<String, Integer> count = new HashMap<>();
    Map<String, String> packOfName = new HashMap<>();
    Set<String> alike = new HashSet<>();
    for (ItemCard c : all) {
      String name = c.name().toLowerCase(Locale.ROOT);
      String other = packOfName.putIfAbsent(name, c.pack().id());
      if (other != null && !other.equals(c.pack().id())) {
        alike.add(name);
      }
      projects.addAll(c.marks().projects());
      collections.addAll(c.marks().collections());
      if (count.merge(c.pack().id(), 1, Integer::sum) == 1) {
        packs.put(c.pack().id(), c.pack());
        if (c.pack().source() != null) {
          sources.add(c.pack().source());
        }
        if (c.pack().licence() != null) {
          licences.add(c.pack().licence());
        }
      }
    }
    return new Known(
        List.copyOf(sources),
        List.copyOf(licences),
        List.copyOf(projects),
        List.copyOf(collections),
        List.copyOf(packs.values()),
        count,
        alike);
  }
}
