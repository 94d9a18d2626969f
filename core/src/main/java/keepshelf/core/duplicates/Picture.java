package keepshelf.core.duplicates;

import java.nio.file.Path;
import keepshelf.core.model.MapRole;
import org.jspecify.annotations.Nullable;

/**
 * One picture to be looked at for duplicates.
 *
 * @param path how it is named to people
 * @param file where it lies
 * @param bytes its size
 * @param sha256 of the file
 * @param item identifier of the item it belongs to, or null
 * @param role what it is for, or null when not known
 */
public record Picture(
    String path,
    Path file,
    long bytes,
    String sha256,
    @Nullable String item,
    @Nullable MapRole role) {
  /** The same, looked at as a map of this role. */
  Picture as(MapRole other) {
    return new Picture(path, file, bytes, sha256, item, other);
  }
}
