package keepshelf.standins.shop;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.Map;

/**
 * How one source of the shop is run; {@code shop.json} in its folder.
 *
 * @param token that opens the account; null for a shop without accounts
 * @param closed whether nothing is shown without the token
 * @param signed whether the feed is signed
 * @param pageSize items on a page of the feed; 0 for one page
 * @param account what the feed says of the account, as its form has it; null for none
 * @param owned what the account has bought, by the item's identifier
 * @param free identifiers of what anyone may fetch
 */
record Counter(
    String token,
    boolean closed,
    boolean signed,
    @JsonProperty("page_size") int pageSize,
    Map<String, Object> account,
    Map<String, Map<String, Object>> owned,
    List<String> free) {
  Counter {
    owned = owned == null ? Map.of() : owned;
    free = free == null ? List.of() : free;
  }

  /** An open shop without accounts. */
  static final Counter OPEN = new Counter(null, false, false, 0, null, null, null);
}
