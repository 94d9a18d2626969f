package keepshelf.core.store;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.Cards.PackPair;
import keepshelf.core.catalogue.JoinedItems;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.json.Json;
import org.jdbi.v3.core.Handle;

/** Finds what items stand as one, reading only the packs that have to do with each other. */
final class JoinTables {
  private JoinTables() {}

  /** {@code found}, each as the item that shows it, with all its editions. */
  static List<ShelvedItem> joined(Handle h, List<ShelvedItem> found) {
    Set<PackPair> pairs = pairs(h);
    if (pairs.isEmpty()) {
      return found;
    }
    JoinedItems joined = JoinedItems.of(family(h, found, pairs));
    Set<String> wanted = new HashSet<>();
    found.forEach(s -> wanted.add(joined.shown(s.item().id())));
    return joined.items().stream().filter(s -> wanted.contains(s.item().id())).toList();
  }

  /** The items, as their packs have them, that are shown as the item {@code id}. */
  static List<ShelvedItem> parts(Handle h, String id) {
    List<ShelvedItem> found = PackTables.items(h, "i.id = :q", id);
    List<ShelvedItem> all = family(h, found, pairs(h));
    JoinedItems joined = JoinedItems.of(all);
    String shown = joined.shown(id);
    return all.stream().filter(s -> joined.shown(s.item().id()).equals(shown)).toList();
  }

  /**
   * The items of {@code packs} that are made of several: each whole first, then all its parts but
   * the main one.
   */
  static Map<String, List<ShelvedItem>> families(Handle h, Set<String> packs) {
    List<ShelvedItem> all = new ArrayList<>();
    packs.forEach(p -> all.addAll(PackTables.items(h, "i.pack_id = :q", p)));
    JoinedItems joined = JoinedItems.of(all);
    Map<String, List<ShelvedItem>> out = new HashMap<>();
    for (ShelvedItem whole : joined.items()) {
      List<ShelvedItem> parts = new ArrayList<>(List.of(whole));
      all.stream()
          .filter(s ->
              !s.item().id().equals(whole.item().id())
                  && joined.shown(s.item().id()).equals(whole.item().id()))
          .forEach(parts::add);
      if (parts.size() > 1) {
        out.put(whole.item().id(), parts);
      }
    }
    return out;
  }

  /** The packs that items of each other may stand as one with. */
  static Set<PackPair> pairs(Handle h) {
    Set<PackPair> out = new HashSet<>();
    kinships(h)
        .forEach((pack, k) -> {
          if (k.relation() == Kinship.Relation.OTHER_EDITION) {
            out.add(new PackPair(pack, k.pack()));
          }
        });
    out.addAll(
        h.createQuery(
                "select i.pack_id, t.pack_id from item i indexed by item_part cross join item t on"
                    + " t.id = i.part_of where i.part_of is not null")
            .map((r, c) -> new PackPair(r.getString(1), r.getString(2)))
            .list());
    return out;
  }

  /** What packs are to others, by the pack whose record says so. */
  static Map<String, Kinship> kinships(Handle h) {
    Map<String, Kinship> out = new HashMap<>();
    h.createQuery("select id, replaces from pack where replaces is not null")
        .map((r, c) ->
            out.put(r.getString(1), Json.mapper().readValue(r.getString(2), Kinship.class)))
        .list();
    return out;
  }

  private static List<ShelvedItem> family(Handle h, List<ShelvedItem> found, Set<PackPair> pairs) {
    Set<String> packs = new HashSet<>();
    found.forEach(s -> packs.add(s.pack().id()));
    boolean grew = true;
    while (grew) {
      grew = false;
      for (PackPair e : pairs) {
        if (packs.contains(e.a()) != packs.contains(e.b())) {
          grew |= packs.add(e.a()) | packs.add(e.b());
        }
      }
    }
    List<ShelvedItem> all = new ArrayList<>();
    for (String pack : packs) {
      all.addAll(PackTables.items(h, "i.pack_id = :q", pack));
    }
    return all;
  }
}
