package keepshelf.core.store;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.catalogue.ShelvedItem;
import org.jdbi.v3.core.Handle;

/** Finds packs and items by what they are called or hold. */
final class PackLookups {
  /** Items that are asked for one after the other; of more the whole table is read once. */
  private static final int ONE_BY_ONE = 100;

  private PackLookups() {}

  /** The pack that each of these items came in, by the item; those that are gone are left out. */
  static Map<String, String> packsOf(Handle h, Collection<String> items) {
    Map<String, String> out = new HashMap<>();
    if (items.size() <= ONE_BY_ONE) {
      for (String i : items) {
        h.createQuery("select pack_id from item where id = ?")
            .bind(0, i)
            .mapTo(String.class)
            .findOne()
            .ifPresent(p -> out.put(i, p));
      }
      return out;
    }
    Set<String> wanted = Set.copyOf(items);
    h.createQuery("select id, pack_id from item")
        .map((r, c) ->
            wanted.contains(r.getString(1)) && out.put(r.getString(1), r.getString(2)) == null)
        .list();
    return out;
  }

  /** Packs of the same name and source that say another version. */
  static List<String> otherVersions(Handle h, String pack) {
    return h.createQuery(
            "select b.id from pack a join pack b on b.name = a.name collate nocase and b.source is"
                + " a.source where a.id = ? and b.version is not a.version order by b.id")
        .bind(0, pack)
        .mapTo(String.class)
        .list();
  }

  /** The items, as their packs have them, with a map of one of these files. */
  static List<ShelvedItem> withFiles(Handle h, Set<String> sha256) {
    Set<String> ids = new TreeSet<>();
    for (String sha : sha256) {
      ids.addAll(
          h.createQuery("select item_id from map where sha256 = ?")
              .bind(0, sha)
              .mapTo(String.class)
              .list());
    }
    List<ShelvedItem> out = new ArrayList<>();
    ids.forEach(id -> out.addAll(PackTables.items(h, "i.id = :q", id)));
    return out;
  }

  /** Items with this key or name, whatever the case. */
  static List<ShelvedItem> named(Handle h, String keyOrName) {
    List<ShelvedItem> out = new ArrayList<>();
    h.createQuery(
            "select item_id from card where key = :q collate nocase union select item_id from card"
                + " where name = :q collate nocase")
        .bind("q", keyOrName)
        .mapTo(String.class)
        .list()
        .forEach(id -> out.addAll(PackTables.items(h, "i.id = :q", id)));
    return out;
  }

  /** Packs with an item of one of these keys, compared without what separates words. */
  static List<String> withKeys(Handle h, Set<String> foldedKeys) {
    Set<String> out = new TreeSet<>();
    h.createQuery("select key, pack_id from item")
        .setFetchSize(1000)
        .map((r, c) -> foldedKeys.contains(Alike.folded(r.getString(1))) && out.add(r.getString(2)))
        .list();
    return List.copyOf(out);
  }
}
