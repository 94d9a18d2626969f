package keepshelf.core.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ItemCard.PackCard;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.colour.OkLab;
import org.jdbi.v3.core.Handle;

/** Rows of what boards and search need of each item; always written together with the item. */
final class CardTables {
  private CardTables() {}

  /** Makes the cards of items that have none, as on a shelf of an earlier version. */
  static void fill(Handle h) {
    long missing =
        h.createQuery("select (select count(*) from item) - (select count(*) from card)")
            .mapTo(Long.class)
            .one();
    if (missing == 0) {
      return;
    }
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

  /** All cards as a person sees the items: joined ones as one. */
  static List<ItemCard> all(Handle h) {
    Map<String, PackCard> packs = new HashMap<>();
    h.createQuery(
            "select p.id, p.name, p.version, p.source, p.creator, p.licence, p.taken_in,"
                + " p.purchase, coalesce(t.row, 0) from pack p left join pack_text t on t.pack_id ="
                + " p.id")
        .map((r, c) -> packs.put(r.getString(1), pack(r)))
        .list();
    return joined(h, cards(h, packs));
  }

  /** What stands between the fields of a card that are read as one text. */
  private static final char BETWEEN = '\u001F';

  private static final String FIELDS =
      Stream.of(
              "row",
              "item_id",
              "key",
              "replace(name, char(31), ' ')",
              "kind",
              "workflow",
              "board",
              "tile_metres",
              "resolutions",
              "roles",
              "maps",
              "bytes",
              "severity",
              "state",
              "l",
              "a",
              "b",
              "marks",
              "pack_id")
          .map(f -> "ifnull(" + f + ", '')")
          .collect(Collectors.joining(", "));

  /**
   * One pass over one table. A row comes as one text: asking the database for each field of very
   * many rows takes several times as long.
   */
  private static List<ItemCard> cards(Handle h, Map<String, PackCard> packs) {
    List<String> rows = new ArrayList<>();
    try (var s = h.getConnection().createStatement();
        var r = s.executeQuery("select concat_ws(char(31), " + FIELDS + ") from card")) {
      while (r.next()) {
        rows.add(r.getString(1));
      }
    } catch (SQLException e) {
      throw new org.jdbi.v3.core.result.ResultSetException("cards cannot be read", e, null);
    }
    Map<String, String> shared = new ConcurrentHashMap<>();
    Map<String, Marks> marks = new ConcurrentHashMap<>();
    return rows.parallelStream().map(r -> card(r, packs, shared, marks)).toList();
  }

  private static PackCard pack(ResultSet r) throws SQLException {
    String json = r.getString(8);
    Purchase p = json == null ? Purchase.NONE : Json.mapper().readValue(json, Purchase.class);
    String taken = r.getString(7);
    return new PackCard(
        r.getInt(9),
        r.getString(1),
        r.getString(2),
        r.getString(3),
        r.getString(4),
        r.getString(5),
        r.getString(6),
        p.bought() != null ? p.bought() : taken.substring(0, Math.min(10, taken.length())),
        p.until());
  }

  /** What many cards have alike is one object for all of them, and is read once. */
  private static ItemCard card(
      String row,
      Map<String, PackCard> packs,
      Map<String, String> shared,
      Map<String, Marks> marks) {
    String[] f = new String[19];
    int from = 0;
    for (int i = 0; i < f.length; i++) {
      int to = i == f.length - 1 ? row.length() : row.indexOf(BETWEEN, from);
      f[i] = row.substring(from, to);
      from = to + 1;
    }
    return new ItemCard(
        Integer.parseInt(f[0]),
        f[1],
        f[2],
        f[3],
        ItemKind.ofId(f[4]).orElse(ItemKind.MATERIAL),
        Workflow.ofId(f[5]),
        shared.computeIfAbsent(f[6], b -> b),
        f[7].isEmpty() ? null : Double.valueOf(f[7]),
        Integer.parseInt(f[8]),
        Integer.parseInt(f[9]),
        Integer.parseInt(f[10]),
        Long.parseLong(f[11]),
        f[12].isEmpty() ? null : severity(f[12]),
        f[13],
        f[14].isEmpty()
            ? null
            : new OkLab(Float.parseFloat(f[14]), Float.parseFloat(f[15]), Float.parseFloat(f[16])),
        f[17].isEmpty()
            ? Marks.NONE
            : marks.computeIfAbsent(f[17], m -> Json.mapper().readValue(m, Marks.class)),
        packs.get(f[18]),
        List.of());
  }

  private static Problem.Severity severity(String id) {
    for (Problem.Severity s : Problem.Severity.values()) {
      if (s.id().equals(id)) {
        return s;
      }
    }
    return Problem.Severity.NOTE;
  }

  /** Several items that stand as one have one card. */
  private static List<ItemCard> joined(Handle h, List<ItemCard> cards) {
    Map<String, List<ShelvedItem>> families = JoinTables.families(h);
    if (families.isEmpty()) {
      return cards;
    }
    Map<String, ItemCard> byId = new HashMap<>();
    Set<String> gone = new HashSet<>();
    cards.forEach(c -> byId.put(c.id(), c));
    Map<String, ItemCard> changed = new HashMap<>();
    families.forEach((shown, parts) -> {
      ShelvedItem whole = parts.getFirst();
      List<Integer> rows = new ArrayList<>();
      parts.stream()
          .skip(1)
          .forEach(p -> {
            gone.add(p.item().id());
            rows.add(byId.get(p.item().id()).row());
          });
      ItemCard c = byId.get(shown);
      ItemRecord i = whole.item();
      changed.put(
          shown,
          new ItemCard(
              c.row(),
              c.id(),
              c.key(),
              c.name(),
              c.kind(),
              c.workflow(),
              c.board(),
              i.tileMetres(),
              ItemCard.resolutionBits(i),
              ItemCard.roleBits(i),
              i.maps().size(),
              i.bytes(),
              ItemCard.worst(i),
              i.look(),
              c.colour(),
              c.marks(),
              c.pack(),
              rows));
    });
    List<ItemCard> out = new ArrayList<>(cards.size());
    for (ItemCard c : cards) {
      if (!gone.contains(c.id())) {
        out.add(changed.getOrDefault(c.id(), c));
      }
    }
    return out;
  }

  /** Rows of {@code table} (a fixed name) whose words match an FTS5 expression. */
  static int[] matching(Handle h, String table, String expression) {
    // One string instead of a row each: a common word is in every item.
    String rows =
        h.createQuery("select group_concat(rowid) from " + table + " where " + table + " match ?")
            .bind(0, expression)
            .mapTo(String.class)
            .findOne()
            .orElse(null);
    return rows == null ? new int[0] : numbers(rows);
  }

  private static int[] numbers(String list) {
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

  static void putColours(Handle h, Map<String, OkLab> bySha256) {
    var batch =
        h.prepareBatch("insert or replace into picture_colour(sha256, l, a, b) values (?,?,?,?)");
    bySha256.forEach((sha, c) -> batch.add(sha, c.l(), c.a(), c.b()));
    batch.execute();
    // Cards of items that were there before their colour was known.
    var cards =
        h.prepareBatch("update card set l = ?, a = ?, b = ? where colour_of = ? and l is not ?");
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
