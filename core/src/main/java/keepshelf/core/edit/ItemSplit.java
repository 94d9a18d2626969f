package keepshelf.core.edit;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.disk.Hashes;
import keepshelf.core.problem.Problem;

/** Makes items of their own of maps. */
final class ItemSplit {
  private ItemSplit() {}

  /**
   * {@code p} with maps taken out of its items into items of their own.
   *
   * @param taken paths of the maps, by the item that they are taken out of
   * @param main identifier of the first item that was made, the others stand as one with it; null
   *     before there is one
   */
  static PackRecord split(
      PackRecord p, Map<String, Set<String>> taken, String name, String[] main) {
    List<ItemRecord> out = new ArrayList<>();
    for (ItemRecord i : p.items()) {
      Set<String> of = taken.get(i.id());
      if (of == null) {
        out.add(i);
        continue;
      }
      List<MapRecord> stay = i.maps().stream().filter(m -> !of.contains(m.path())).toList();
      List<MapRecord> go = i.maps().stream().filter(m -> of.contains(m.path())).toList();
      if (!stay.isEmpty()) {
        out.add(i.withMaps(stay, i.problems().stream().filter(x -> !about(x, go)).toList()));
      }
      String id =
          "i" + Hashes.sha256(p.id() + "/" + i.key() + "/" + go.getFirst().path()).substring(0, 12);
      String key =
          name.toLowerCase(java.util.Locale.ROOT).replaceAll("[^\\p{L}\\p{M}\\p{N}]+", "_");
      ItemRecord made =
          new ItemRecord(
              id,
              key.isEmpty() ? i.key() : key,
              name,
              i.kind(),
              i.workflow(),
              i.colourway(),
              i.tileMetres(),
              go,
              i.problems().stream().filter(x -> about(x, go)).toList(),
              i.also(),
              main[0],
              i.parts(),
              i.marks());
      main[0] = main[0] == null ? id : main[0];
      out.add(made);
    }
    return p.withItems(out);
  }

  private static boolean about(Problem p, List<MapRecord> maps) {
    return p.path() != null && maps.stream().anyMatch(m -> p.path().endsWith(m.fileName()));
  }
}
