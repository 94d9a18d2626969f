package keepshelf.core.catalogue;

import java.util.List;

/**
 * What a source delivered as one thing; also the form of {@code pack.json} beside it.
 *
 * @param id stable identifier, from its content
 * @param name name for people
 * @param version as delivered, or null
 * @param source who it came from, or null
 * @param creator who made it, or null
 * @param licence SPDX identifier or a vendor's own name for it, or null when not known
 * @param page where it came from, or null
 * @param folder relative to the shelf, with forward slashes
 * @param archive file name of the archive it came in, or null
 * @param takenIn when, ISO 8601
 * @param items the usable things in it
 * @param files every file in its folder
 */
public record PackRecord(
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
    List<ItemRecord> items,
    List<FileRecord> files) {
  /** Copies the lists. */
  public PackRecord {
    items = List.copyOf(items);
    files = List.copyOf(files);
  }

  /**
   * One delivered file.
   *
   * @param path relative to the pack's folder
   * @param sort what it is when it is no map: {@code document}, {@code preview}, …; {@code map}
   *     else
   * @param bytes its size
   * @param sha256 of its content
   */
  public record FileRecord(String path, String sort, long bytes, String sha256) {}
}
