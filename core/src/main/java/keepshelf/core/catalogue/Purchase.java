package keepshelf.core.catalogue;

import org.jspecify.annotations.Nullable;

/**
 * How a pack was got; every field may be null.
 *
 * @param price as paid, with its currency
 * @param bought the day, ISO 8601
 * @param order number of the order
 * @param invoice the order or invoice file, relative to the shelf, or null
 * @param seats how many people may use it
 * @param until end of the subscription it came with, ISO 8601
 */
public record Purchase(
    @Nullable String price,
    @Nullable String bought,
    @Nullable String order,
    @Nullable String invoice,
    @Nullable Integer seats,
    @Nullable String until) {
  /** Nothing known. */
  public static final Purchase NONE = new Purchase(null, null, null, null, null, null);

  /** The same with another invoice file. */
  public Purchase withInvoice(String path) {
    return new Purchase(price, bought, order, path, seats, until);
  }
}
