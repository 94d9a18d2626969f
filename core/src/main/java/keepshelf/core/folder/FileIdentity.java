package keepshelf.core.folder;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/** Tells a file from another one that has its place now. */
final class FileIdentity {
  private FileIdentity() {}

  /** Its number on the disk; its path where the system has none; null when it is not there. */
  static @Nullable Object of(Path file) {
    try {
      BasicFileAttributes a =
          Files.readAttributes(file, BasicFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
      return a.fileKey() == null ? file : a.fileKey();
    } catch (IOException e) {
      return null;
    }
  }

  /** Whether {@code file}, opened after {@code before} was told of it, is still in its place. */
  static boolean still(Path file, @Nullable Object before) {
    Object now = of(file);
    return now != null && (before == null || Objects.equals(before, now));
  }
}
