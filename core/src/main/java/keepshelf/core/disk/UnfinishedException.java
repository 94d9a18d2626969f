package keepshelf.core.disk;

import java.io.IOException;

/** Something broke off and could not be taken back; its journal entry waits for the next start. */
public final class UnfinishedException extends IOException {
  private static final long serialVersionUID = 1;

  /** With what broke it off. */
  public UnfinishedException(Throwable cause) {
    super(cause.getMessage(), cause);
  }
}
