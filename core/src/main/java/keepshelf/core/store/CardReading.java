package keepshelf.core.store;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import keepshelf.core.catalogue.Cards;
import keepshelf.core.catalogue.Cards.Joins;
import keepshelf.core.catalogue.Cards.PackPair;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.catalogue.ItemCard.PackCard;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.catalogue.Purchase;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.json.Json;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.colour.OkLab;
import org.jdbi.v3.core.Handle;

/** Reads cards: all of them once, and then what has changed since. */
final class CardReading {
  private static final String EACH = " order by row";

  private CardReading() {}

  /** The cards as they are now; {@code h} is in a transaction, so that they are of one moment. */
  static Cards read(Handle h, Cards before) {
    long at = h.createQuery("select n from card_clock").mapTo(Long.class).one();
    Map<String, PackCard> packs = packs(h, before.packs());
    // A catalogue that was put back from a copy counts on from an earlier number.
    boolean all = before.own().isEmpty() || at < before.at();
    List<ItemCard> own =
        all
            ? cards(h, EACH, packs)
            : renewed(h, before.own(), cards(h, " where change > " + before.at(), packs), packs);
    Joins joins = joins(h, before, own);
    List<ItemCard> shown =
        joins.wholes().isEmpty()
            ? own
            : own.stream()
                .filter(c -> !joins.hidden().containsKey(c.id()))
                .map(c -> joins.wholes().getOrDefault(c.id(), c))
                .toList();
    return new Cards(at, packs, own, joins, shown);
  }

  private static final String PACKS =
      "select p.id, p.name, p.version, p.source, p.creator, p.licence, p.taken_in,"
          + " p.purchase, coalesce(t.row, 0) from pack p left join pack_text t on t.pack_id = p.id";

  /** What cards say of these packs. */
  static List<PackCard> packs(Handle h, List<String> ids) {
    // One by one: there are few, and each is found by its key.
    List<PackCard> out = new ArrayList<>();
    for (String id : ids) {
      h.createQuery(PACKS + " where p.id = :id")
          .bind("id", id)
          .map((r, c) -> pack(r))
          .findOne()
          .ifPresent(out::add);
    }
    return out;
  }

  /** What cards say of packs; what is the same stays the same object. */
  private static Map<String, PackCard> packs(Handle h, Map<String, PackCard> before) {
    Map<String, PackCard> out = new HashMap<>();
    h.createQuery(PACKS)
        .map((r, c) -> {
          PackCard now = pack(r);
          PackCard old = before.get(now.id());
          return out.put(now.id(), now.equals(old) ? old : now);
        })
        .list();
    return out;
  }

  /** {@code before} with what has changed, without what is gone. */
  private static List<ItemCard> renewed(
      Handle h, List<ItemCard> before, List<ItemCard> changed, Map<String, PackCard> packs) {
    Map<Integer, ItemCard> byRow = new HashMap<>();
    changed.forEach(c -> byRow.put(c.row(), c));
    int[] rows = rows(h);
    List<ItemCard> out = new ArrayList<>(rows.length);
    int at = 0;
    for (int row : rows) {
      ItemCard c = byRow.get(row);
      if (c == null) {
        while (at < before.size() && before.get(at).row() != row) {
          at++;
        }
        if (at == before.size()) {
          // Another catalogue was put in the place of the one that was read before.
          return cards(h, EACH, packs);
        }
        ItemCard old = before.get(at);
        PackCard pack = Objects.requireNonNull(packs.get(old.pack().id()));
        c = pack == old.pack() ? old : old.of(pack);
      }
      out.add(c);
    }
    return out;
  }

  /** The rows of all cards, in order. */
  private static int[] rows(Handle h) {
    // One string instead of a row each.
    String all =
        h.createQuery("select group_concat(row) from card")
            .mapTo(String.class)
            .findOne()
            .orElse(null);
    int[] rows = all == null ? new int[0] : CardTables.numbers(all);
    java.util.Arrays.sort(rows);
    return rows;
  }

  /** What stands between the fields of a card that are read as one text. */
  private static final char BETWEEN = '\u001F';

  /** A whole row as one text; the pack comes last. */
  static final String AS_TEXT =
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
              millionths("l"),
              millionths("a"),
              millionths("b"),
              "marks",
              "made",
              "pack_id")
          .map(f -> "ifnull(" + f + ", '')")
          .collect(Collectors.joining(", ", "concat_ws(char(31), ", ")"));

  /**
   * The cards that {@code which} (never input) says, in its order, in one pass over one table. A
   * row comes as one text: asking the database for each field of very many rows takes several times
   * as long.
   */
  private static List<ItemCard> cards(Handle h, String which, Map<String, PackCard> packs) {
    List<String> rows = new ArrayList<>();
    try (var s = h.getConnection().createStatement();
        var r = s.executeQuery("select " + AS_TEXT + " from card" + which)) {
      while (r.next()) {
        rows.add(r.getString(1));
      }
    } catch (SQLException e) {
      throw new org.jdbi.v3.core.result.ResultSetException("cards cannot be read", e, null);
    }
    return cards(rows, packs);
  }

  /** The identifier of the pack that a row names. */
  static String packOf(String row) {
    return row.substring(row.lastIndexOf(BETWEEN) + 1);
  }

  /** The cards of these rows. */
  static List<ItemCard> cards(List<String> rows, Map<String, PackCard> packs) {
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
    String[] f = new String[20];
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
            : new OkLab(fromMillionths(f[14]), fromMillionths(f[15]), fromMillionths(f[16])),
        f[17].isEmpty()
            ? Marks.NONE
            : marks.computeIfAbsent(f[17], m -> Json.mapper().readValue(m, Marks.class)),
        f[18].equals("1"),
        Objects.requireNonNull(packs.get(f[19])),
        List.of());
  }

  /** Whole numbers are read several times as fast as the digits of a fraction. */
  private static String millionths(String column) {
    return "cast(round(" + column + " * 1000000) as integer)";
  }

  private static float fromMillionths(String text) {
    return Integer.parseInt(text) / 1_000_000f;
  }

  private static Problem.Severity severity(String id) {
    for (Problem.Severity s : Problem.Severity.values()) {
      if (s.id().equals(id)) {
        return s;
      }
    }
    return Problem.Severity.NOTE;
  }

  /** What stands as one; found anew only when something about those packs is different. */
  private static Joins joins(Handle h, Cards before, List<ItemCard> own) {
    Set<PackPair> pairs = JoinTables.pairs(h);
    if (pairs.isEmpty()) {
      return Joins.NONE;
    }
    Set<String> packs =
        pairs.stream().flatMap(p -> Stream.of(p.a(), p.b())).collect(Collectors.toSet());
    List<ItemCard> concerned = in(own, packs);
    if (pairs.equals(before.joins().pairs()) && same(concerned, in(before.own(), packs))) {
      return before.joins();
    }
    Map<String, ItemCard> byId = new HashMap<>();
    concerned.forEach(c -> byId.put(c.id(), c));
    Map<String, ItemCard> wholes = new HashMap<>();
    Map<String, String> hidden = new HashMap<>();
    JoinTables.families(h, packs)
        .forEach((shown, parts) -> {
          List<Integer> rows = new ArrayList<>();
          for (ShelvedItem p : parts.subList(1, parts.size())) {
            hidden.put(p.item().id(), shown);
            rows.add(Objects.requireNonNull(byId.get(p.item().id())).row());
          }
          wholes.put(
              shown, whole(Objects.requireNonNull(byId.get(shown)), parts.getFirst().item(), rows));
        });
    return new Joins(pairs, wholes, hidden);
  }

  private static List<ItemCard> in(List<ItemCard> cards, Set<String> packs) {
    return cards.stream().filter(c -> packs.contains(c.pack().id())).toList();
  }

  private static boolean same(List<ItemCard> a, List<ItemCard> b) {
    return a.size() == b.size() && IntStream.range(0, a.size()).allMatch(i -> a.get(i) == b.get(i));
  }

  /** The card of several items that stand as one. */
  private static ItemCard whole(ItemCard c, ItemRecord i, List<Integer> rows) {
    return new ItemCard(
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
        i.isPartlyMade(),
        c.pack(),
        rows);
  }
}
