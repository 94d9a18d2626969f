package keepshelf.core.bin;

import java.util.List;
import keepshelf.core.catalogue.PackRecord;
import org.jspecify.annotations.Nullable;

/**
 * One thing that was let go, with all that is needed to bring it back.
 *
 * @param id name of its folder in the bin
 * @param at when, ISO 8601
 * @param name what it is called
 * @param source who it came from, or null
 * @param kept identifier of the item that was kept instead, or null
 * @param keptName its name, or null
 * @param bytes that its files hold
 * @param parts the packs that it was taken out of
 * @param installations that were pointed to what was kept
 * @param links files that share the bytes of an identical one since
 */
public record BinEntry(
    String id,
    String at,
    String name,
    @Nullable String source,
    @Nullable String kept,
    @Nullable String keptName,
    long bytes,
    List<Part> parts,
    List<Repointed> installations,
    List<Linked> links) {
  /** Copies the lists. */
  public BinEntry {
    parts = List.copyOf(parts);
    installations = List.copyOf(installations);
    links = List.copyOf(links);
  }

  /**
   * What was taken out of one pack.
   *
   * @param before the pack as it was
   * @param whole whether all of it went, folder and record
   * @param items identifiers of the items that went or lost maps
   * @param files paths, relative to the pack, of the files that went
   */
  public record Part(PackRecord before, boolean whole, List<String> items, List<String> files) {
    /** Copies the lists. */
    public Part {
      items = List.copyOf(items);
      files = List.copyOf(files);
    }
  }

  /** An installation and the item that it was of. */
  public record Repointed(String installation, String item) {}

  /**
   * A file that was replaced by a link.
   *
   * @param path of the file, relative to the shelf
   * @param source path of the identical file whose bytes it shares
   * @param bytes that were freed
   */
  public record Linked(String path, String source, long bytes) {}
}
