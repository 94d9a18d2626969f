package keepshelf.core.disk;

import org.jspecify.annotations.Nullable;

/** The catalogue could not be asked or changed; says what kind of trouble that is. */
public final class StorageException extends RuntimeException {
  private static final long serialVersionUID = 1;

  /** What kept it from being done. */
  public enum Kind {
    /** The disk has no room. */
    FULL,
    /** Another process is changing it for longer than one waits. */
    BUSY,
    /** Its disk or folder cannot be written to. */
    READ_ONLY,
    /** Its file is not what was written. */
    DAMAGED,
    /** Anything else that the disk says. */
    OTHER
  }

  private final Kind kind;

  /** Of {@code kind}; {@code message} is what the store says. */
  public StorageException(Kind kind, String message, @Nullable Throwable cause) {
    super(message, cause);
    this.kind = kind;
  }

  /** What kept it from being done. */
  public Kind kind() {
    return kind;
  }
}
