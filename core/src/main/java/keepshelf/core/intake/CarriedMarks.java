package keepshelf.core.intake;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import keepshelf.core.catalogue.Alike;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.catalogue.PackRecord;

/** What a person has put on items goes on with the next version of their pack. */
final class CarriedMarks {
  private CarriedMarks() {}

  /**
   * {@code items} with what the items of the same kind and key in {@code older} have: tags,
   * collections, favourite, notes, relief, finishes, and the width of a tile where the new version
   * says none. Projects stay with the version that they use.
   */
  static List<ItemRecord> onto(List<ItemRecord> items, PackRecord older, Catalogue catalogue) {
    Map<String, ItemRecord> before = new HashMap<>();
    older.items().forEach(i -> before.putIfAbsent(Alike.of(i), shown(i, catalogue)));
    return items.stream()
        .map(i -> {
          ItemRecord was = before.get(Alike.of(i));
          return was == null ? i : carried(i, was);
        })
        .toList();
  }

  /** An edition stands with another item: that is what a person sees and marks. */
  private static ItemRecord shown(ItemRecord i, Catalogue catalogue) {
    return catalogue.item(i.id()).map(s -> s.item()).orElse(i);
  }

  private static ItemRecord carried(ItemRecord item, ItemRecord was) {
    ItemRecord marked = item.marked(marks(was));
    return marked.tileMetres() == null ? marked.withTile(was.tileMetres()) : marked;
  }

  private static Marks marks(ItemRecord was) {
    return was.marks().withProjects(List.of());
  }

  /** Whether any marks would be carried over from {@code older}. */
  static boolean any(PackRecord older, Catalogue catalogue) {
    return older.items().stream().anyMatch(i -> !marks(shown(i, catalogue)).isNone());
  }
}
