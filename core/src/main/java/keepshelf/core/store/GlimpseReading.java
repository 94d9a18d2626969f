package keepshelf.core.store;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import keepshelf.core.catalogue.Glimpse;
import keepshelf.core.catalogue.ItemCard;
import org.jdbi.v3.core.Handle;

/** Reads the top of the boards by kind without reading every card. */
final class GlimpseReading {
  /** A board with fewer cards is quicker found among all than by going through all names. */
  private static final int RARE = 2_000;

  private GlimpseReading() {}

  private record Count(int items, long bytes) {}

  /**
   * The boards by kind with their first {@code most} cards.
   *
   * <p>Nothing where items of several packs stand as one: which of them is shown is not known yet.
   */
  static Glimpse read(Handle h, int most) {
    if (!JoinTables.pairs(h).isEmpty()) {
      return Glimpse.NONE;
    }
    Map<String, Count> counts = counts(h);
    Map<String, List<String>> rows = new LinkedHashMap<>();
    int left = most;
    for (var board : counts.entrySet()) {
      List<String> first = left > 0 ? first(h, board.getKey(), board.getValue(), left) : List.of();
      rows.put(board.getKey(), first);
      left -= first.size();
    }
    Map<String, ItemCard.PackCard> packs = new HashMap<>();
    List<String> all = rows.values().stream().flatMap(List::stream).toList();
    CardReading.packs(h, all.stream().map(CardReading::packOf).distinct().toList())
        .forEach(p -> packs.put(p.id(), p));
    List<Glimpse.Board> boards = new ArrayList<>();
    rows.forEach((name, some) -> {
      Count c = Objects.requireNonNull(counts.get(name));
      boards.add(new Glimpse.Board(name, c.items(), c.bytes(), CardReading.cards(some, packs)));
    });
    return new Glimpse(boards);
  }

  private static Map<String, Count> counts(Handle h) {
    List<String> order = Glimpse.order();
    Map<String, Count> counts =
        new TreeMap<>(
            Comparator.<String>comparingInt(
                    b -> order.contains(b) ? order.indexOf(b) : order.size())
                .thenComparing(b -> b));
    h.createQuery("select board, count(*), sum(bytes) from card group by board")
        .map((r, c) -> counts.put(r.getString(1), new Count(r.getInt(2), r.getLong(3))))
        .list();
    return counts;
  }

  private static List<String> first(Handle h, String board, Count count, int most) {
    // By the index of names; a sign before the column keeps it from being used.
    String by = count.items() < RARE ? "+name" : "name";
    return h.createQuery(
            "select "
                + CardReading.AS_TEXT
                + " from card where board = :board order by "
                + by
                + " collate nocase, item_id limit :most")
        .bind("board", board)
        .bind("most", most)
        .mapTo(String.class)
        .list();
  }
}
