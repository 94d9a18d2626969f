package keepshelf.core.store;

import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.imaging.colour.OkLab;
import org.jdbi.v3.core.Handle;

/** Rows of what boards and search need of each item; always written together with the item. */
final class CardTables {
  /** So many are taken out one by one, however many there are. */
  private static final int FEW = 500;

  private CardTables() {}

  /** Whether items have no card, as on a shelf of an earlier version. */
  static boolean incomplete(Handle h) {
    return h.createQuery("select (select count(*) from item) <> (select count(*) from card)")
        .mapTo(Boolean.class)
        .one();
  }

  /**
   * Takes the cards of these items away. Where they are most of all there are, all go: emptying the
   * index of words is a matter of a moment, taking them out one by one one of half a minute for a
   * hundred thousand. Only the last card stays, so that no number of a row is ever given again
   * while somebody still knows it as another item's.
   *
   * @return the row of that card, for {@link #refill} once the others are written; 0 where not all
   *     went
   */
  static long empty(Handle h, List<String> items) {
    if (areMost(h, items)) {
      long last = h.createQuery("select max(row) from card").mapTo(Long.class).one();
      h.execute("insert into words(words) values ('delete-all')");
      h.execute("delete from card where row < ?", last);
      return last;
    }
    if (!items.isEmpty()) {
      var cards = h.prepareBatch("delete from card where item_id = ?");
      items.forEach(cards::add);
      cards.execute();
    }
    return 0;
  }

  private static boolean areMost(Handle h, List<String> items) {
    return items.size() > FEW
        && 2L * items.size() > h.createQuery("select count(*) from card").mapTo(Long.class).one();
  }

  /**
   * Takes the words of these items away while their cards stay: all of the index where they are
   * most, as {@link #empty} does.
   *
   * @return whether all of it is empty, for {@link #refillWords} once theirs are written
   */
  static boolean emptyWords(Handle h, List<String> items) {
    if (areMost(h, items)) {
      h.execute("insert into words(words) values ('delete-all')");
      return true;
    }
    var words =
        h.prepareBatch("delete from words where rowid = (select row from card where item_id = ?)");
    items.forEach(words::add);
    words.execute();
    return false;
  }

  /** Adds the words of all items whose words {@link #emptyWords} took away beside. */
  static void refillWords(Handle h) {
    // The index keeps no texts; whether it has a row is known by its count of words.
    String without = "from card where row not in (select id from words_docsize)";
    Set<String> items =
        Set.copyOf(h.createQuery("select item_id " + without).mapTo(String.class).list());
    List<String> packs =
        h.createQuery("select distinct pack_id " + without).mapTo(String.class).list();
    for (String p : packs) {
      List<ShelvedItem> of =
          PackTables.items(h, "i.pack_id = :q", p).stream()
              .filter(s -> items.contains(s.item().id()))
              .toList();
      CardWriting.words(h, of.stream().map(ShelvedItem::item).toList(), of.getFirst().pack());
    }
  }

  /** Makes all cards that {@link #empty} took away and nobody has written since. */
  static void refill(Handle h, long last) {
    h.execute("delete from card where row = ?", last);
    fill(h);
  }

  /** Makes the cards of items that have none. */
  static void fill(Handle h) {
    List<String> packs =
        h.createQuery(
                "select distinct pack_id from item where id not in (select item_id from card)")
            .mapTo(String.class)
            .list();
    for (String p : packs) {
      List<ShelvedItem> items = PackTables.items(h, "i.pack_id = :q", p);
      h.execute("delete from card where item_id in (select id from item where pack_id = ?)", p);
      CardWriting.insert(
          h, items.stream().map(ShelvedItem::item).toList(), items.getFirst().pack());
    }
  }

  /** Rows of {@code table} (a fixed name) in a range whose words match an FTS5 expression. */
  static int[] matching(Handle h, String table, String expression, int first, int last) {
    // One string instead of a row each: a common word is in every item.
    String rows =
        h.createQuery(
                "select group_concat(rowid) from "
                    + table
                    + " where "
                    + table
                    + " match ? and rowid between ? and ?")
            .bind(0, expression)
            .bind(1, first)
            .bind(2, last)
            .mapTo(String.class)
            .findOne()
            .orElse(null);
    return rows == null ? new int[0] : numbers(rows);
  }

  /** The numbers of a list with commas, in its order. */
  static int[] numbers(String list) {
    int[] out = new int[16];
    int n = 0;
    int v = 0;
    for (int i = 0; i <= list.length(); i++) {
      char c = i == list.length() ? ',' : list.charAt(i);
      if (c == ',') {
        if (n == out.length) {
          out = java.util.Arrays.copyOf(out, 2 * n);
        }
        out[n++] = v;
        v = 0;
      } else {
        v = v * 10 + c - '0';
      }
    }
    return java.util.Arrays.copyOf(out, n);
  }

  /** Every word of the index that does not begin with a digit. */
  static List<String> terms(Handle h) {
    // Digits sort before ':'. One string instead of a row each.
    String all =
        h.createQuery("select group_concat(term, ' ') from terms where term >= ':'")
            .mapTo(String.class)
            .findOne()
            .orElse(null);
    return all == null ? List.of() : List.of(all.split(" "));
  }

  /**
   * Counts one more change of cards; what is written after it bears its number, so that a reader
   * who has seen an earlier one finds it.
   */
  static void tick(Handle h) {
    h.execute("update card_clock set n = n + 1");
  }

  static void putColours(Handle h, Map<String, OkLab> bySha256) {
    var batch =
        h.prepareBatch("insert or replace into picture_colour(sha256, l, a, b) values (?,?,?,?)");
    bySha256.forEach((sha, c) -> batch.add(sha, c.l(), c.a(), c.b()));
    batch.execute();
    // Cards of items that were there before their colour was known.
    tick(h);
    var cards =
        h.prepareBatch(
            "update card set l = ?, a = ?, b = ?, change = (select n from card_clock) where"
                + " colour_of = ? and l is not ?");
    bySha256.forEach((sha, c) -> cards.add(c.l(), c.a(), c.b(), sha, c.l()));
    cards.execute();
  }

  static void putPackText(Handle h, String pack, String text) {
    h.execute("delete from pack_text where pack_id = ?", pack);
    if (!text.isBlank()) {
      h.execute("insert into pack_text(pack_id) values (?)", pack);
      h.execute("insert into pack_words(rowid, text) values (last_insert_rowid(), ?)", text);
    }
  }
}
