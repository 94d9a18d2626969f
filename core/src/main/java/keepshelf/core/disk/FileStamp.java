package keepshelf.core.disk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * What tells that a file was written to since.
 *
 * @param bytes its size
 * @param changedMillis when it was changed last, in milliseconds since 1970
 */
public record FileStamp(long bytes, long changedMillis) {
  /** Of {@code file} as it is now. */
  public static FileStamp of(Path file) throws IOException {
    return new FileStamp(Files.size(file), Files.getLastModifiedTime(file).toMillis());
  }
}
