package keepshelf.core.catalogue;

import com.fasterxml.jackson.annotation.JsonInclude;
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
 * @param purchase how it was got, or null
 * @param kin the pack on the shelf that it is a version or another edition of, or null
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
    List<FileRecord> files,
    Purchase purchase,
    Kinship kin) {
  /** Copies the lists. */
  public PackRecord {
    items = List.copyOf(items);
    files = List.copyOf(files);
  }

  /** The same with other items. */
  public PackRecord withItems(List<ItemRecord> newItems) {
    return with(newItems, files);
  }

  /** The same with other items and files. */
  public PackRecord with(List<ItemRecord> newItems, List<FileRecord> newFiles) {
    return new PackRecord(
        id, name, version, source, creator, licence, page, folder, archive, takenIn, newItems,
        newFiles, purchase, kin);
  }

  /**
   * One delivered file.
   *
   * @param path relative to the pack's folder
   * @param sort what it is when it is no map: {@code document}, {@code preview}, …; {@code map}
   *     else
   * @param bytes its size
   * @param sha256 of its content
   * @param elsewhere where the picture lies that stands in for it, relative to the shelf, when it
   *     was let go; null when it is there
   */
  public record FileRecord(
      String path,
      String sort,
      long bytes,
      String sha256,
      @JsonInclude(JsonInclude.Include.NON_NULL) String elsewhere) {
    /** One that is there. */
    public FileRecord(String path, String sort, long bytes, String sha256) {
      this(path, sort, bytes, sha256, null);
    }

    /** The same, let go in favour of another one. */
    public FileRecord gone(String inFavourOf) {
      return new FileRecord(path, sort, bytes, sha256, inFavourOf);
    }
  }
}
