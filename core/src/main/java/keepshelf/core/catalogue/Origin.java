package keepshelf.core.catalogue;

import org.jspecify.annotations.Nullable;

/**
 * Where an item was got as well: the record of a twin that was let go, kept because it may allow
 * more than the one that stayed.
 *
 * @param item identifier of the item that was let go
 * @param name its name
 * @param pack name of its pack
 * @param version of its pack, or null
 * @param source who it came from, or null
 * @param creator who made it, or null
 * @param licence of its pack, or null
 * @param page where it came from, or null
 * @param takenIn when, ISO 8601
 * @param purchase how it was got, or null
 */
public record Origin(
    String item,
    String name,
    String pack,
    @Nullable String version,
    @Nullable String source,
    @Nullable String creator,
    @Nullable String licence,
    @Nullable String page,
    String takenIn,
    @Nullable Purchase purchase) {
  /** The record of {@code s}. */
  public static Origin of(ShelvedItem s) {
    ShelvedItem.PackSummary p = s.pack();
    return new Origin(
        s.item().id(),
        s.item().name(),
        p.name(),
        p.version(),
        p.source(),
        p.creator(),
        p.licence(),
        p.page(),
        p.takenIn(),
        p.purchase());
  }
}
