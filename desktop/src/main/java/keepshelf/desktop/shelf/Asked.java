package keepshelf.desktop.shelf;

import java.util.List;
import keepshelf.core.catalogue.ItemCard;
import keepshelf.core.search.Found;
import keepshelf.core.search.Query;
import keepshelf.core.search.Search;

/**
 * What was asked for, and how its answer is to be laid on boards. Two of them are never the same
 * question, so that an answer that comes late is known.
 */
final class Asked {
  private final Query query;
  private final Boards.By order;

  Asked(Query query, Boards.By order) {
    this.query = query;
    this.order = order;
  }

  /**
   * What was found.
   *
   * @param over the state of the shelf that was asked
   * @param found with its counts
   * @param boards with what was found
   * @param inOrder the items on them; one that stands on several boards comes once for each
   */
  record Answer(Search over, Found found, List<Boards.Board> boards, List<ItemCard> inOrder) {}

  /** Finds it; takes a while. */
  Answer of(Search search) {
    Found f = search.find(query);
    List<Boards.Board> boards = Boards.of(f.cards(), order, search::lastUsed);
    return new Answer(search, f, boards, boards.stream().flatMap(b -> b.items().stream()).toList());
  }
}
