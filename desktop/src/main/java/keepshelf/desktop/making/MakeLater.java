package keepshelf.desktop.making;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.making.MapWish;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.desktop.work.Job;

/** Maps that are to be made of an arrival's items as soon as it is filed. */
public final class MakeLater {
  private final Map<String, Set<MapRole>> wished = new HashMap<>();

  /** Whether this map of an item is to be made. */
  public boolean isWished(String item, MapRole role) {
    return wished.getOrDefault(item, Set.of()).contains(role);
  }

  /** Wishes for a map of an item, or does so no more. */
  public void wish(String item, MapRole role, boolean is) {
    Set<MapRole> all = wished.computeIfAbsent(item, k -> new TreeSet<>());
    if (is) {
      all.add(role);
    } else {
      all.remove(role);
    }
  }

  /** A copy that stays as it is now. */
  public MakeLater copy() {
    MakeLater out = new MakeLater();
    wished.forEach((k, v) -> out.wished.put(k, new TreeSet<>(v)));
    return out;
  }

  /** Makes what is wished of a pack that was filed; what cannot be made is said. */
  public List<Problem> run(Shelf shelf, PackRecord pack, Job job) {
    List<Problem> said = new ArrayList<>();
    for (ItemRecord i : pack.items()) {
      Set<MapRole> roles = wished.getOrDefault(i.key(), Set.of());
      Optional<ShelvedItem> item = shelf.catalogue().item(i.id());
      if (roles.isEmpty() || item.isEmpty()) {
        continue;
      }
      try {
        said.addAll(
            shelf
                .making()
                .make(
                    shelf.making().plan(item.get(), MapWish.of(roles)),
                    (bytes, what) -> job.report(what, -1))
                .problems());
      } catch (ShelfException e) {
        said.add(e.problem());
      }
    }
    return said;
  }
}
