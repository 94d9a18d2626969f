package keepshelf.core.archive;

import java.nio.file.AccessDeniedException;
import java.nio.file.NoSuchFileException;
import java.nio.file.ReadOnlyFileSystemException;
import java.util.Locale;

/** Says in plain words why a disk did not take or give something. */
public final class DiskTrouble {
  private DiskTrouble() {}

  /** Whether {@code e} or a cause of it says that the disk is full. */
  public static boolean isFull(Throwable e) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      String m = t.getMessage() == null ? "" : t.getMessage().toLowerCase(Locale.ROOT);
      if (m.contains("no space left")
          || m.contains("disk full")
          || m.contains("not enough space")
          || m.contains("quota exceeded")
          || m.contains("database or disk is full")
          || m.contains("file too large")) {
        return true;
      }
    }
    return false;
  }

  /** One sentence with cause and next step; {@code doing} is what was tried ("filing rope.zip"). */
  public static String sentence(Throwable e, String doing) {
    if (isFull(e)) {
      return "The disk is full: "
          + doing
          + " was stopped and nothing was changed. Free some space and try again.";
    }
    for (Throwable t = e; t != null; t = t.getCause()) {
      String file =
          t instanceof java.nio.file.FileSystemException f && f.getFile() != null
              ? f.getFile()
              : "the folder";
      String m = t.getMessage() == null ? "" : t.getMessage().toLowerCase(Locale.ROOT);
      if (m.contains("read-only file system") || t instanceof ReadOnlyFileSystemException) {
        return file
            + " is on a disk that cannot be written to: "
            + doing
            + " was stopped and nothing was changed. Make it writable or choose another folder.";
      }
      if (t instanceof AccessDeniedException
          || m.contains("permission denied")
          || m.contains("operation not permitted")) {
        return file
            + " may not be written or read by you: "
            + doing
            + " was stopped and nothing was changed. Change its permissions or choose another"
            + " folder.";
      }
      if (t instanceof NoSuchFileException) {
        return file
            + " is not there any more: "
            + doing
            + " was stopped and nothing was changed. Look whether it was moved, and try again.";
      }
    }
    return doing.substring(0, 1).toUpperCase(Locale.ROOT)
        + doing.substring(1)
        + " was stopped and nothing was changed: "
        + (e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage())
        + ".";
  }
}
