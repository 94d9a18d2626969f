package keepshelf.core.search;

import java.util.List;
import java.util.Map;
import keepshelf.core.catalogue.ItemCard;

/**
 * What a query finds.
 *
 * @param query what was asked
 * @param cards what was found, by name
 * @param facets how many items each value of a facet would leave, by the facet's key; the facet's
 *     own conditions do not count, so that another of its values can be chosen
 * @param hints what was not understood, and which words were taken for others
 */
public record Found(
    Query query,
    List<ItemCard> cards,
    Map<String, Map<String, Integer>> facets,
    List<String> hints) {
  /** Whether this card, which may be null, is among what was found. */
  public boolean has(ItemCard card) {
    return card != null && ByName.has(cards, card);
  }

  /** How many items have this value of a facet. */
  public int count(String facet, String value) {
    return facets.getOrDefault(facet, Map.of()).getOrDefault(value, 0);
  }
}
