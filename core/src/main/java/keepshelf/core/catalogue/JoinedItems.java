package keepshelf.core.catalogue;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.ShelvedItem.PackSummary;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.problem.Problem;
import org.jspecify.annotations.Nullable;

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
    Map<String, String> shownAs = new HashMap<>();
    editions(all, shownAs);
    byHand(all, shownAs);
    if (shownAs.isEmpty()) {
      return new JoinedItems(all, shownAs);
    }
    JoinedItems partly = new JoinedItems(List.of(), shownAs);
    Map<String, List<ShelvedItem>> others = new LinkedHashMap<>();
    for (ShelvedItem s : all) {
      if (shownAs.containsKey(s.item().id())) {
        others.computeIfAbsent(partly.shown(s.item().id()), i -> new ArrayList<>()).add(s);
      }
    }
    List<ShelvedItem> out = new ArrayList<>();
    for (ShelvedItem s : all) {
      if (!shownAs.containsKey(s.item().id())) {
        List<ShelvedItem> more = others.get(s.item().id());
        out.add(more == null ? s : joined(s, more));
      }
    }
    return new JoinedItems(out, shownAs);
  }

  /** Identifier of the item that shows the item {@code id}; itself when it is not joined. */
  public String shown(String id) {
    String at = id;
    while (shownAs.containsKey(at)) {
      at = shownAs.get(at);
    }
    return at;
  }

  /** Items that came as another edition of a pack. */
  private static void editions(List<ShelvedItem> all, Map<String, String> shownAs) {
    Map<String, PackSummary> packs = new HashMap<>();
    all.forEach(s -> packs.put(s.pack().id(), s.pack()));
    Map<String, String> roots = new HashMap<>();
    packs.values().stream()
        .filter(p -> whole(p, packs) != null)
        .forEach(p -> roots.put(p.id(), root(p, packs)));
    if (roots.isEmpty()) {
      return;
    }
    Map<String, String> main = new HashMap<>();
    for (ShelvedItem s : all) {
      if (!roots.containsKey(s.pack().id())) {
        main.putIfAbsent(meaning(s.pack().id(), s.item()), s.item().id());
      }
    }
    for (ShelvedItem s : all) {
      String root = roots.get(s.pack().id());
      if (root != null) {
        String with = main.putIfAbsent(meaning(root, s.item()), s.item().id());
        if (with != null) {
          shownAs.put(s.item().id(), with);
        }
      }
    }
  }

  /** Items that a person joined with another; one that is gone leaves them to themselves. */
  private static void byHand(List<ShelvedItem> all, Map<String, String> shownAs) {
    Set<String> there = new HashSet<>();
    all.forEach(s -> there.add(s.item().id()));
    for (ShelvedItem s : all) {
      String with = s.item().partOf();
      if (with != null && there.contains(with) && !leadsTo(with, s.item().id(), shownAs)) {
        shownAs.put(s.item().id(), with);
      }
    }
  }

  private static boolean leadsTo(String from, String to, Map<String, String> shownAs) {
    String at = from;
    while (at != null && !at.equals(to)) {
      at = shownAs.get(at);
    }
    return at != null;
  }

  /** The pack on the shelf that {@code p} is another edition of, or null. */
  private static @Nullable PackSummary whole(PackSummary p, Map<String, PackSummary> packs) {
    Kinship kin = p.kin();
    return kin != null && kin.relation() == Kinship.Relation.OTHER_EDITION
        ? packs.get(kin.pack())
        : null;
  }

  private static String root(PackSummary pack, Map<String, PackSummary> packs) {
    Set<String> seen = new HashSet<>();
    PackSummary at = pack;
    PackSummary next = whole(at, packs);
    while (next != null && seen.add(at.id())) {
      at = next;
      next = whole(at, packs);
    }
    return at.id();
  }

  private static String meaning(String pack, ItemRecord i) {
    return pack + "|" + Alike.of(i) + "|" + i.colourway();
  }

  private static ShelvedItem joined(ShelvedItem main, List<ShelvedItem> others) {
    ItemRecord i = main.item();
    others.sort(
        Comparator.comparing((ShelvedItem o) -> o.pack().takenIn())
            .thenComparing(o -> o.item().id()));
    List<MapRecord> maps = new ArrayList<>(i.maps());
    List<Problem> problems = new ArrayList<>(i.problems());
    Double tile = i.tileMetres();
    for (ShelvedItem o : others) {
      o.item().maps().forEach(m -> maps.add(m.at(way(main.pack().folder(), o, m))));
      o.item().problems().stream().filter(p -> !problems.contains(p)).forEach(problems::add);
      tile = tile == null ? o.item().tileMetres() : tile;
    }
    return new ShelvedItem(i.withTile(tile).withMaps(maps, problems), main.pack());
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
