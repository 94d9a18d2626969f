package keepshelf.core.intake;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.archive.UnpackedFile;
import keepshelf.core.disk.FileStamp;
import keepshelf.core.problem.Problem;
import keepshelf.core.recognise.found.Recognition;
import org.jspecify.annotations.Nullable;

/**
 * A download that was opened and recognised, waiting to be filed.
 *
 * @param path as the person named it
 * @param origin the archive, folder or picture on disk
 * @param kind what it is
 * @param workspace folder of its own that holds the unpacked files, or null for folders and
 *     pictures
 * @param unpacked unpacked files by the path shown to people; empty for folders and pictures
 * @param recognition what it holds
 * @param text what its documents say
 * @param problems what went wrong while opening it
 * @param hashes SHA-256 of files that were not unpacked, as far as they are known, by the path
 *     shown
 * @param stamp of an archive before it was read, or null
 */
public record Arrival(
    String path,
    Path origin,
    Kind kind,
    @Nullable Path workspace,
    Map<String, UnpackedFile> unpacked,
    Recognition recognition,
    PackText text,
    List<Problem> problems,
    Map<String, String> hashes,
    @Nullable FileStamp stamp) {
  /** One whose files' hashes are not known beyond those unpacked. */
  public Arrival(
      String path,
      Path origin,
      Kind kind,
      @Nullable Path workspace,
      Map<String, UnpackedFile> unpacked,
      Recognition recognition,
      PackText text,
      List<Problem> problems) {
    this(path, origin, kind, workspace, unpacked, recognition, text, problems, Map.of(), null);
  }

  /** SHA-256 of one of its files, by the path shown to people, when it is known. */
  public Optional<String> sha256(String shown) {
    UnpackedFile f = unpacked.get(shown);
    return Optional.ofNullable(f == null ? hashes.get(shown) : f.sha256());
  }

  /** The same with known hashes. */
  public Arrival hashed(Map<String, String> bySha256) {
    return new Arrival(
        path, origin, kind, workspace, unpacked, recognition, text, problems, bySha256, stamp);
  }

  /** The same, read from an archive that bore {@code before}. */
  Arrival stamped(FileStamp before) {
    return new Arrival(
        path, origin, kind, workspace, unpacked, recognition, text, problems, hashes, before);
  }

  /** What an arrival is on disk. */
  public enum Kind {
    ARCHIVE("archive"),
    FOLDER("folder"),
    LIST("list");

    private final String id;

    Kind(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    public String id() {
      return id;
    }
  }

  /** Whether nothing usable came out of it. */
  public boolean failed() {
    return recognition.items().isEmpty()
        && recognition.loose().isEmpty()
        && problems.stream().anyMatch(p -> p.severity() == Problem.Severity.ERROR);
  }

  /** The same with another recognition, as after corrections. */
  public Arrival with(Recognition corrected) {
    return new Arrival(
        path, origin, kind, workspace, unpacked, corrected, text, problems, hashes, stamp);
  }

  /** The maps about which a person should be asked. */
  public long questions() {
    return recognition.items().stream().mapToLong(i -> i.questions()).sum();
  }
}
