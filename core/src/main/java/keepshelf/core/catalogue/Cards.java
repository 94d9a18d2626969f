package keepshelf.core.catalogue;

import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.ItemCard.PackCard;

/**
 * The cards of all items at one moment. Given to the next reading, so that only what has changed
 * since is read; a card that is the same stays the same object.
 *
 * @param at number of the last change of a card that was seen
 * @param packs what the cards say of packs, by identifier
 * @param own a card of each item as its pack has it, by row
 * @param joins the items that stand as one
 * @param shown the items as a person sees them, joined ones as one, by row
 */
public record Cards(
    long at, Map<String, PackCard> packs, List<ItemCard> own, Joins joins, List<ItemCard> shown) {
  /** Before anything was read. */
  public static final Cards NONE = new Cards(-1, Map.of(), List.of(), Joins.NONE, List.of());

  /**
   * What stands as one.
   *
   * @param pairs the packs that items of each other may stand as one with
   * @param wholes one card for several items, by the identifier it is shown under
   * @param hidden the identifier that an item is shown under which is not shown itself
   */
  public record Joins(
      Set<PackPair> pairs, Map<String, ItemCard> wholes, Map<String, String> hidden) {
    /** Each item for itself. */
    public static final Joins NONE = new Joins(Set.of(), Map.of(), Map.of());
  }

  /** Two packs, by their identifiers. */
  public record PackPair(String a, String b) {}

  /** The identifier that the item {@code id} is shown under. */
  public String shownAs(String id) {
    return joins.hidden().getOrDefault(id, id);
  }
}
