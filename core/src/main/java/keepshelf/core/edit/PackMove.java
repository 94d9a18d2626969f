package keepshelf.core.edit;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.bin.ShelfChange.Move;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.PackRecord.FileRecord;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * An item that goes from one pack to another.
 *
 * @param from the pack without it
 * @param to the pack with it
 * @param moves of its files, relative to the shelf
 * @param trouble why it cannot be moved, or null
 */
record PackMove(PackRecord from, PackRecord to, List<Move> moves, @Nullable String trouble) {
  static PackMove of(ItemRecord item, PackRecord from, PackRecord to) {
    Set<String> mine = new HashSet<>();
    item.maps().forEach(m -> mine.add(m.path()));
    boolean shared =
        from.items().stream()
            .filter(i -> !i.id().equals(item.id()))
            .anyMatch(i -> i.maps().stream().anyMatch(m -> mine.contains(m.path())));
    if (shared) {
      return no(from, to, Words.of("packMove.shares-file-with-another-item"));
    }
    if (from.items().size() == 1) {
      return no(from, to, Words.of("packMove.only-item-there-rename-pack"));
    }
    if (to.items().stream().anyMatch(i -> i.key().equals(item.key()))) {
      return no(from, to, Words.of("packMove.has-item-name-rename-one", to.name()));
    }
    Map<String, FileRecord> there = new HashMap<>();
    to.files().forEach(f -> there.put(f.path(), f));
    Map<String, String> newPath = new HashMap<>();
    List<Move> moves = new ArrayList<>();
    for (String p : mine) {
      String at = p;
      for (int n = 2; there.containsKey(at) || newPath.containsValue(at); n++) {
        at = "moved-" + n + "/" + p;
      }
      newPath.put(p, at);
      moves.add(new Move(from.folder() + "/" + p, to.folder() + "/" + at));
    }
    List<MapRecord> maps =
        item.maps().stream().map(m -> m.at(newPath.getOrDefault(m.path(), m.path()))).toList();
    List<ItemRecord> items = new ArrayList<>(to.items());
    items.add(item.withMaps(maps, item.problems()));
    List<FileRecord> files = new ArrayList<>(to.files());
    from.files().stream()
        .filter(f -> mine.contains(f.path()))
        .map(f ->
            new FileRecord(
                newPath.getOrDefault(f.path(), f.path()),
                f.sort(),
                f.bytes(),
                f.sha256(),
                f.elsewhere()))
        .forEach(files::add);
    files.sort((a, b) -> a.path().compareTo(b.path()));
    PackRecord left =
        from.with(
            from.items().stream().filter(i -> !i.id().equals(item.id())).toList(),
            from.files().stream().filter(f -> !mine.contains(f.path())).toList());
    return new PackMove(left, to.with(items, files), moves, null);
  }

  private static PackMove no(PackRecord from, PackRecord to, String why) {
    return new PackMove(from, to, List.of(), why);
  }
}
