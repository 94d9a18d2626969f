package keepshelf.core.catalogue.setup;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.nio.file.Path;
import java.util.List;
import keepshelf.core.model.MapRole;
import org.jspecify.annotations.Nullable;

/**
 * An item in a host, with the receipt of every file written.
 *
 * @param id stable identifier
 * @param item identifier of the item
 * @param host name of the host
 * @param resolution label that was installed, or null
 * @param document absolute path of the main document
 * @param files every file written
 * @param leftOut what the host does not take
 * @param installedAt when, ISO 8601
 * @param proof the last proof, or null
 * @param options how it was asked for
 */
public record InstallationRecord(
    String id,
    String item,
    String host,
    @Nullable String resolution,
    String document,
    List<InstalledFile> files,
    List<LeftOut> leftOut,
    String installedAt,
    @Nullable Proof proof,
    InstallOptions options) {
  /** Copies the lists. */
  public InstallationRecord {
    files = List.copyOf(files);
    leftOut = List.copyOf(leftOut);
    // Receipts of earlier versions do not have them.
    options = options == null ? InstallOptions.NONE : options;
  }

  /** The same as an installation of another item. */
  public InstallationRecord of(String otherItem) {
    return new InstallationRecord(
        id, otherItem, host, resolution, document, files, leftOut, installedAt, proof, options);
  }

  /** Whether the very files of {@code other} are recorded, in the same place. */
  public boolean sameFiles(InstallationRecord other) {
    return id.equals(other.id) && document.equals(other.document) && files.equals(other.files);
  }

  /** The same with what an independent reader found. */
  public InstallationRecord proved(Proof found) {
    return new InstallationRecord(
        id, item, host, resolution, document, files, leftOut, installedAt, found, options);
  }

  /** The same with every path below {@code from} below {@code to} instead. */
  public InstallationRecord moved(Path from, Path to) {
    return new InstallationRecord(
        id,
        item,
        host,
        resolution,
        moved(document, from, to),
        files.stream()
            .map(f ->
                new InstalledFile(
                    moved(f.path(), from, to),
                    f.role(),
                    f.from(),
                    f.conversions(),
                    f.sha256(),
                    f.bytes(),
                    f.sources()))
            .toList(),
        leftOut,
        installedAt,
        proof,
        options);
  }

  private static String moved(String path, Path from, Path to) {
    Path p = Path.of(path);
    return p.startsWith(from) ? to.resolve(from.relativize(p).toString()).toString() : path;
  }

  /**
   * One file of the receipt.
   *
   * @param path absolute; of a picture inside a package {@code PACKAGE!/name}
   * @param role of the map, or null for a document
   * @param from what it was made from: a path on the shelf and a few words, or null
   * @param conversions what was done to it
   * @param sha256 of what was written
   * @param bytes of what was written
   * @param sources SHA-256 of the maps it was made of; null in receipts of earlier versions, and
   *     for documents
   */
  public record InstalledFile(
      String path,
      @Nullable MapRole role,
      @Nullable String from,
      List<String> conversions,
      String sha256,
      long bytes,
      @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable List<String> sources) {
    /** A document, or a picture of which nothing more is known. */
    public InstalledFile(
        String path,
        @Nullable MapRole role,
        @Nullable String from,
        List<String> conversions,
        String sha256,
        long bytes) {
      this(path, role, from, conversions, sha256, bytes, null);
    }

    /** Whether it lies inside a package that has a receipt of its own. */
    public boolean packaged() {
      return path.contains("!/");
    }
  }

  /** A map that was not installed, and why. */
  public record LeftOut(MapRole role, String reason) {}

  /**
   * What an independent reader found.
   *
   * @param ok whether everything is as expected and the reader had no complaint
   * @param reader name of the reader
   * @param inputs every input compared
   * @param complaints what the reader would not accept
   */
  public record Proof(
      boolean ok, String reader, List<ProvedInput> inputs, List<String> complaints) {}

  /** One input of the surface: what was meant, what was found. */
  public record ProvedInput(String input, String expected, String found, boolean equal) {}
}
