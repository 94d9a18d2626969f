package keepshelf.core.disk;

import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.FileSystemException;
import java.nio.file.NoSuchFileException;
import java.nio.file.ReadOnlyFileSystemException;
import java.util.Locale;

/** Says in plain words why a disk or the catalogue on it did not take or give something. */
public final class DiskTrouble {
  private static final String STOPPED = " was stopped and nothing was changed";

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
        return capital(doing)
            + " broke off ("
            + cause(t, system)
            + ") and could not be taken back. It is finished when the shelf is opened next; nothing"
            + " was lost.";
      }
    }
    if (isFull(e, system)) {
      return "The disk is full: " + doing + STOPPED + ". Free some space and try again.";
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
  private static String said(Throwable t, String doing, SystemErrors system) {
    String file =
        t instanceof FileSystemException f && f.getFile() != null ? f.getFile() : "the folder";
    if (t instanceof StorageException s) {
      return switch (s.kind()) {
        case BUSY ->
            "The catalogue is being changed by another Keep Shelf for too long: "
                + doing
                + STOPPED
                + ". Wait until it is done and try again.";
        case READ_ONLY ->
            "The shelf cannot be written to: "
                + doing
                + STOPPED
                + ". Make its disk or folder writable and try again.";
        case DAMAGED ->
            "The catalogue is damaged: "
                + doing
                + STOPPED
                + ". Run keepshelf rebuild; it is made anew from the records beside the packs.";
        default -> null;
      };
    }
    if (t instanceof ReadOnlyFileSystemException
        || SystemErrors.says(reason(t), system.readOnly())) {
      return file
          + " is on a disk that cannot be written to: "
          + doing
          + STOPPED
          + ". Make it writable or choose another folder.";
    }
    if (t instanceof AccessDeniedException || SystemErrors.says(reason(t), system.denied())) {
      return file
          + " may not be written or read by you: "
          + doing
          + STOPPED
          + ". Change its permissions or choose another folder.";
    }
    if (t instanceof NoSuchFileException) {
      return file
          + " is not there any more: "
          + doing
          + STOPPED
          + ". Look whether it was moved, and try again.";
    }
    return null;
  }

  /** What the system says, without the names of files, which may say anything. */
  private static String reason(Throwable t) {
    return t instanceof FileSystemException f ? f.getReason() : t.getMessage();
  }

  private static String cause(Throwable t, SystemErrors system) {
    return isFull(t, system)
        ? "the disk is full"
        : t.getMessage() == null ? t.getClass().getSimpleName() : t.getMessage();
  }

  private static String capital(String doing) {
    return doing.isEmpty()
        ? doing
        : doing.substring(0, 1).toUpperCase(Locale.ROOT) + doing.substring(1);
  }
}
