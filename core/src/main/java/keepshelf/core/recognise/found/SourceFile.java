package keepshelf.core.recognise.found;

import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import keepshelf.imaging.io.ImageInfo;
import org.jspecify.annotations.Nullable;

/**
 * One file of an arrival.
 *
 * @param path how it is named to people and in JSON, as {@code CLI.md} fixes it
 * @param parts folders and file name below the arrival, archives in archives as folders; not empty
 * @param size bytes, or -1 when only the name is known
 * @param onDisk where its bytes can be read, or null when only the name is known
 * @param image what its header says when it is a picture, or null
 * @param trouble why its header could not be read, or null
 * @param sha256 of its content, lower-case hex, where it was told while it was unpacked; or null
 */
public record SourceFile(
    String path,
    List<String> parts,
    long size,
    @Nullable Path onDisk,
    @Nullable ImageInfo image,
    @Nullable String trouble,
    @Nullable String sha256) {
  /** Keeps the parts as they are. */
  public SourceFile {
    parts = List.copyOf(parts);
  }

  /** Where its bytes are, of one that is not known by its name alone. */
  public Path neededOnDisk() {
    return Objects.requireNonNull(onDisk);
  }

  /**
   * A file of which only the name is known: the path itself, split at slashes and archive marks.
   */
  public static SourceFile named(String path) {
    List<String> parts = new java.util.ArrayList<>();
    for (String p : path.replace('\\', '/').split("/")) {
      if (!p.isEmpty() && !p.equals(".")) {
        parts.add(p.endsWith("!") ? p.substring(0, p.length() - 1) : p);
      }
    }
    return new SourceFile(
        path, parts.isEmpty() ? List.of(path) : parts, -1, null, null, null, null);
  }

  /** The last part. */
  public String name() {
    return parts.getLast();
  }

  /** The name without its last extension. */
  public String stem() {
    String n = name();
    int dot = n.lastIndexOf('.');
    return dot > 0 ? n.substring(0, dot) : n;
  }

  /** The extension in lower case, or empty. */
  public String extension() {
    String n = name();
    int dot = n.lastIndexOf('.');
    return dot < 0 ? "" : n.substring(dot + 1).toLowerCase(java.util.Locale.ROOT);
  }

  /** The header, when there is one. */
  public Optional<ImageInfo> info() {
    return Optional.ofNullable(image);
  }
}
