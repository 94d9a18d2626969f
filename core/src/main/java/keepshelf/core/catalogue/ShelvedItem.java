package keepshelf.core.catalogue;

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
   */
  public record PackSummary(
      String id,
      String name,
      String version,
      String source,
      String creator,
      String licence,
      String page,
      String folder,
      String archive,
      String takenIn,
      long bytes,
      int fileCount,
      Purchase purchase,
      Kinship kin) {}
}
