package keepshelf.core.store;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.json.Json;
import org.jdbi.v3.core.Handle;

/** Writes of packs that are there what is different, and no more than that. */
final class PackChanges {
  /** Rows whose values are held in memory at once. */
  private static final int AT_ONCE = 5_000;

  private PackChanges() {}

  /** Adds or replaces packs, of which those {@code before} need not be read, and removes others. */
  static void write(Handle h, List<PackRecord> before, List<PackRecord> packs, List<String> gone) {
    Map<String, PackRecord> known =
        before.stream().collect(Collectors.toMap(PackRecord::id, p -> p, (a, b) -> a));
    gone.forEach(id -> h.execute("delete from pack where id = ?", id));
    List<PackRecord> anew = new ArrayList<>();
    List<Change> changes = new ArrayList<>();
    for (PackRecord p : packs) {
      Optional.ofNullable(known.get(p.id()))
          .or(() -> PackTables.load(h, "id", p.id()))
          .flatMap(was -> Change.of(was, p))
          .ifPresentOrElse(changes::add, () -> anew.add(p));
    }
    update(h, changes);
    // All their items first: one may have gone from one of them to another.
    anew.forEach(p -> h.execute("delete from item where pack_id = ?", p.id()));
    anew.forEach(p -> PackTables.insert(h, p));
  }

  /**
   * A pack whose files, maps and items themselves are those that the tables have.
   *
   * @param items those of them that are different, or whose pack is
   * @param marksOnly whether nothing is different but what a person has put on them
   */
  private record Change(PackRecord pack, List<ItemRecord> items, boolean marksOnly) {
    /** What is different in {@code p}; empty when more is than can be told by items. */
    static Optional<Change> of(PackRecord before, PackRecord p) {
      boolean alike = before.files().equals(p.files()) && before.items().size() == p.items().size();
      for (int i = 0; alike && i < p.items().size(); i++) {
        ItemRecord a = before.items().get(i);
        ItemRecord b = p.items().get(i);
        alike = a.id().equals(b.id()) && a.maps().equals(b.maps());
      }
      if (!alike) {
        return Optional.empty();
      }
      boolean all = !before.summary().equals(p.summary());
      boolean marksOnly = !all;
      List<ItemRecord> changed = new ArrayList<>();
      for (int i = 0; i < p.items().size(); i++) {
        ItemRecord a = before.items().get(i);
        ItemRecord b = p.items().get(i);
        if (all || !a.equals(b)) {
          changed.add(b);
          marksOnly &= a.marked(b.marks()).equals(b);
        }
      }
      return Optional.of(new Change(p, changed, marksOnly));
    }
  }

  /**
   * Writes what is different: all cards go, then come all rows, then all cards. FTS5 writes what it
   * has gathered of words at each statement of another kind, so that taking turns would make a
   * piece of its index for each pack.
   */
  private static void update(Handle h, List<Change> changes) {
    List<ItemRecord> items = changes.stream().flatMap(c -> c.items().stream()).toList();
    List<String> gone = items.stream().map(ItemRecord::id).toList();
    if (!items.isEmpty() && changes.stream().allMatch(Change::marksOnly)) {
      boolean emptied = CardTables.emptyWords(h, gone);
      marks(h, items);
      changes.forEach(c -> CardWriting.words(h, c.items(), c.pack().summary()));
      if (emptied) {
        CardTables.refillWords(h);
      }
      return;
    }
    long last = CardTables.empty(h, gone);
    for (Change c : changes) {
      PackTables.pack(h, c.pack());
      if (!c.items().isEmpty()) {
        PackTables.rows(
            h, c.pack(), c.items().stream().map(ItemRecord::id).collect(Collectors.toSet()));
      }
    }
    if (!gone.isEmpty()) {
      CardTables.tick(h);
    }
    changes.forEach(c -> CardWriting.write(h, c.items(), c.pack().summary()));
    if (last > 0) {
      CardTables.refill(h, last);
    }
  }

  /** Writes the marks of these items, and on their cards: nothing else of them is different. */
  private static void marks(Handle h, List<ItemRecord> items) {
    CardTables.tick(h);
    for (int from = 0; from < items.size(); from += AT_ONCE) {
      var rows = h.prepareBatch("update item set marks = ? where id = ?");
      var cards =
          h.prepareBatch(
              "update card set marks = ?, change = (select n from card_clock) where item_id = ?");
      for (ItemRecord i : items.subList(from, Math.min(items.size(), from + AT_ONCE))) {
        String marks = i.marks().isNone() ? null : Json.line(i.marks());
        rows.add(marks, i.id());
        cards.add(marks, i.id());
      }
      rows.execute();
      cards.execute();
    }
  }
}
