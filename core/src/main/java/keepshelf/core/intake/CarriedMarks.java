package keepshelf.core.intake;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.catalogue.PackRecord;

/** What a person has put on items goes on with the next version of their pack. */
final class CarriedMarks {
  private CarriedMarks() {}

  /**
   * {@code items} with what {@code older} has on the items of the same key and kind: tags,
   * collections, favourite, notes, relief, finishes, and the width of a tile where the new version
   * says none. Projects stay with the version that they use.
   */
  static List<ItemRecord> onto(List<ItemRecord> items, PackRecord older) {
    Map<String, ItemRecord> before = new HashMap<>();
    older.items().forEach(i -> before.putIfAbsent(key(i), i));
    return items.stream()
        .map(i -> {
          ItemRecord was = before.get(key(i));
          return was == null ? i : carried(i, was);
        })
        .toList();
  }

  private static ItemRecord carried(ItemRecord item, ItemRecord was) {
    Marks marks = was.marks().withProjects(List.of());
    ItemRecord marked = item.marks().isNone() && !marks.isNone() ? item.marked(marks) : item;
    return marked.tileMetres() == null && was.tileMetres() != null
        ? marked.withTile(was.tileMetres())
        : marked;
  }

  /** Whether anything would be carried over from {@code older}. */
  static boolean any(PackRecord older) {
    return older.items().stream().anyMatch(i -> !i.marks().withProjects(List.of()).isNone());
  }

  private static String key(ItemRecord i) {
    return i.kind().id()
        + ":"
        + i.key().toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "")
        + ":"
        + i.colourway();
  }
}
