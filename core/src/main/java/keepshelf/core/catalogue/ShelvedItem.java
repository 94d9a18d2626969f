package keepshelf.core.catalogue;

import keepshelf.core.catalogue.kin.Kinship;
import org.jspecify.annotations.Nullable;

/**
 * An item together with the record of its pack.
 *
 * @param item the item
 * @param pack its pack, without items and files
 */
public record ShelvedItem(ItemRecord item, PackSummary pack) {
  /** Where a map of it lies, relative to the shelf, with forward slashes. */
  public String path(MapRecord map) {
    return map.inShelf(pack.folder());
  }

  /**
   * The record of a pack without its contents; see {@link PackRecord}.
   *
   * @param bytes of all files in it
   * @param fileCount files in it
   * @param purchase how it was got, or null
   * @param kin the pack it is a version or edition of, or null
   * @param earlierLicences what the licence was before, oldest first
   */
  public record PackSummary(
      String id,
      String name,
      @Nullable String version,
      @Nullable String source,
      @Nullable String creator,
      @Nullable String licence,
      @Nullable String page,
      String folder,
      @Nullable String archive,
      String takenIn,
      long bytes,
      int fileCount,
      @Nullable Purchase purchase,
      @Nullable Kinship kin,
      java.util.List<DatedLicence> earlierLicences) {
    /** Copies the list. */
    public PackSummary {
      earlierLicences = java.util.List.copyOf(earlierLicences);
    }

    /** The licence that held on {@code day}, ISO 8601; null when it was not known. */
    public @Nullable String licenceOn(String day) {
      return PackRecord.licenceOn(licence, earlierLicences, day);
    }
  }
}
