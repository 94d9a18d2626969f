package keepshelf.core.disk;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.ReadOnlyFileSystemException;
import java.util.Locale;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** Says in plain words why a disk or the catalogue on it did not take or give something. */
public final class DiskTrouble {
  private static final String STOPPED = Words.of("diskTrouble.stopped-nothing-changed");

  private DiskTrouble() {}

  /** Whether {@code e} or a cause of it says that the disk is full. */
  public static boolean isFull(Throwable e) {
    return isFull(e, SystemErrors.HERE);
  }

  static boolean isFull(Throwable e, SystemErrors system) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      boolean full =
          t instanceof StorageException s
              ? s.kind() == StorageException.Kind.FULL
              : t instanceof IOException && SystemErrors.says(reason(t), system.full());
      if (full) {
        return true;
      }
    }
    return false;
  }

  /** Whether {@code e} or a cause of it says that the disk or folder cannot be written to. */
  public static boolean isReadOnly(Throwable e) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      boolean read =
          t instanceof StorageException s
              ? s.kind() == StorageException.Kind.READ_ONLY
              : t instanceof ReadOnlyFileSystemException
                  || t instanceof AccessDeniedException
                  || (t instanceof IOException
                      && (SystemErrors.says(reason(t), SystemErrors.HERE.readOnly())
                          || SystemErrors.says(reason(t), SystemErrors.HERE.denied())));
      if (read) {
        return true;
      }
    }
    return false;
  }

  /** One sentence with cause and next step; {@code doing} is what was tried ("filing rope.zip"). */
  public static String sentence(Throwable e, String doing) {
    return sentence(e, doing, SystemErrors.HERE);
  }

  static String sentence(Throwable e, String doing, SystemErrors system) {
    for (Throwable t = e; t != null; t = t.getCause()) {
      if (t instanceof UnfinishedException) {
        return Words.of("diskTrouble.broke-off-could-not-taken", capital(doing), cause(t, system));
      }
    }
    if (isFull(e, system)) {
      return Words.of("diskTrouble.disk-full-free-some-space", doing, STOPPED);
    }
    for (Throwable t = e; t != null; t = t.getCause()) {
      String said = said(t, doing, system);
      if (said != null) {
        return said;
      }
    }
    return capital(doing)
        + STOPPED
        + ": "
        + (e.getMessage() == null ? e.getClass().getSimpleName() : e.getMessage())
        + ".";
  }

  /** What one link of the chain of causes says, or null. */
  private static @Nullable String said(Throwable t, String doing, SystemErrors system) {
    String file =
        t instanceof FileSystemException f && f.getFile() != null
            ? f.getFile()
            : Words.of("diskTrouble.folder");
    if (t instanceof StorageException s) {
      return switch (s.kind()) {
        case BUSY -> Words.of("diskTrouble.catalogue-being-changed-by-another", doing, STOPPED);
        case READ_ONLY -> Words.of("diskTrouble.shelf-cannot-written-make-disk", doing, STOPPED);
        case DAMAGED ->
            Words.of("diskTrouble.catalogue-damaged-run-keepshelf-rebuild", doing, STOPPED);
        default -> null;
      };
    }
    if (t instanceof ReadOnlyFileSystemException
        || SystemErrors.says(reason(t), system.readOnly())) {
      return Words.of("diskTrouble.disk-cannot-written-make-writable", file, doing, STOPPED);
    }
    if (t instanceof AccessDeniedException || SystemErrors.says(reason(t), system.denied())) {
      return Words.of("diskTrouble.may-not-written-or-read", file, doing, STOPPED);
    }
    if (t instanceof NoSuchFileException) {
      return Words.of("diskTrouble.not-there-any-more-look", file, doing, STOPPED);
    }
    return null;
  }

  /** What the system says, without the names of files, which may say anything. */
  private static @Nullable String reason(Throwable t) {
    return t instanceof FileSystemException f ? f.getReason() : t.getMessage();
  }

  private static String cause(Throwable t, SystemErrors system) {
    return isFull(t, system)
        ? Words.of("diskTrouble.disk-full")
        : t.getMessage() == null ? t.getClass().getSimpleName() : t.getMessage();
  }

  private static String capital(String doing) {
    return doing.isEmpty()
        ? doing
        : doing.substring(0, 1).toUpperCase(Locale.ROOT) + doing.substring(1);
  }
}
