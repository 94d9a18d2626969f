package keepshelf.core.catalogue;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.ShelvedItem.PackSummary;
import keepshelf.core.problem.Problem;

/**
 * Items as a person sees them: what came in a pack of its own as another edition of a pack on the
 * shelf stands as one item with it. Nothing of this is stored; when either pack goes, what is left
 * stands for itself again.
 *
 * @param items the items, in the order they were given
 * @param shownAs identifier of the item that shows it, by the identifier of each joined item
 */
public record JoinedItems(List<ShelvedItem> items, Map<String, String> shownAs) {
  /** Joins what belongs together among {@code all}. */
  public static JoinedItems of(List<ShelvedItem> all) {
    Map<String, PackSummary> packs = new HashMap<>();
    all.forEach(s -> packs.put(s.pack().id(), s.pack()));
    Map<String, String> roots = new HashMap<>();
    packs.values().stream()
        .filter(p -> edition(p) && packs.containsKey(p.kin().pack()))
        .forEach(p -> roots.put(p.id(), root(p, packs)));
    if (roots.isEmpty()) {
      return new JoinedItems(all, Map.of());
    }
    Map<String, ShelvedItem> main = new HashMap<>();
    Map<String, List<ShelvedItem>> others = new LinkedHashMap<>();
    for (ShelvedItem s : all) {
      if (!roots.containsKey(s.pack().id())) {
        main.putIfAbsent(meaning(s.pack().id(), s.item()), s);
      }
    }
    List<ShelvedItem> out = new ArrayList<>();
    Map<String, String> shownAs = new HashMap<>();
    for (ShelvedItem s : all) {
      String root = roots.get(s.pack().id());
      ShelvedItem with = root == null ? s : main.putIfAbsent(meaning(root, s.item()), s);
      if (with == null || with == s || root == null) {
        out.add(s);
      } else {
        others.computeIfAbsent(with.item().id(), i -> new ArrayList<>()).add(s);
        shownAs.put(s.item().id(), with.item().id());
      }
    }
    out.replaceAll(
        s -> others.containsKey(s.item().id()) ? joined(s, others.get(s.item().id())) : s);
    return new JoinedItems(out, shownAs);
  }

  private static boolean edition(PackSummary p) {
    return p.kin() != null && p.kin().relation() == Kinship.Relation.OTHER_EDITION;
  }

  private static String root(PackSummary pack, Map<String, PackSummary> packs) {
    Set<String> seen = new HashSet<>();
    PackSummary at = pack;
    while (edition(at) && packs.containsKey(at.kin().pack()) && seen.add(at.id())) {
      at = packs.get(at.kin().pack());
    }
    return at.id();
  }

  private static String meaning(String pack, ItemRecord i) {
    String key = i.key().toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
    return pack + "|" + i.kind().id() + "|" + key + "|" + i.colourway();
  }

  private static ShelvedItem joined(ShelvedItem main, List<ShelvedItem> others) {
    ItemRecord i = main.item();
    List<MapRecord> maps = new ArrayList<>(i.maps());
    List<Problem> problems = new ArrayList<>(i.problems());
    Double tile = i.tileMetres();
    for (ShelvedItem o : others) {
      o.item().maps().forEach(m -> maps.add(m.at(way(main.pack().folder(), o, m))));
      o.item().problems().stream().filter(p -> !problems.contains(p)).forEach(problems::add);
      tile = tile == null ? o.item().tileMetres() : tile;
    }
    return new ShelvedItem(
        new ItemRecord(
            i.id(), i.key(), i.name(), i.kind(), i.workflow(), i.colourway(), tile, maps, problems),
        main.pack());
  }

  /** The path of a map in another pack, from {@code folder}. */
  private static String way(String folder, ShelvedItem other, MapRecord m) {
    String[] from = folder.split("/");
    String[] to = (other.pack().folder() + "/" + m.path()).split("/");
    int same = 0;
    while (same < from.length && same < to.length - 1 && from[same].equals(to[same])) {
      same++;
    }
    String back = "../".repeat(from.length - same);
    return back + String.join("/", List.of(to).subList(same, to.length));
  }
}
