package keepshelf.core.catalogue;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.model.ItemKind;

/**
 * The top of the boards by kind, which is read in a moment also where reading every card takes a
 * while; what stands as one with an item of another pack is not told apart in it.
 *
 * @param boards those that have something on them, in their order
 */
public record Glimpse(List<Board> boards) {
  /** Nothing. */
  public static final Glimpse NONE = new Glimpse(List.of());

  /**
   * One board.
   *
   * @param name its heading
   * @param items how many there are on it
   * @param bytes of all their maps
   * @param first the first of them by name; none on boards further down
   */
  public record Board(String name, int items, long bytes, List<ItemCard> first) {}

  /** How many items stand on all boards. */
  public int items() {
    return boards.stream().mapToInt(Board::items).sum();
  }

  /** Bytes of all their maps. */
  public long bytes() {
    return boards.stream().mapToLong(Board::bytes).sum();
  }

  /** The headings of boards by kind, in their order: families of materials, then other kinds. */
  public static List<String> order() {
    List<String> out = new ArrayList<>();
    for (Family f : Family.values()) {
      if (f != Family.NONE) {
        out.add(f.title());
      }
    }
    for (ItemKind k : ItemKind.values()) {
      out.add(k.plural());
    }
    return out;
  }
}
