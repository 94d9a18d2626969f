package keepshelf.imaging.exr;

import java.io.IOException;

/** An OpenEXR file that cannot be read; the message says why in plain words, without its name. */
public final class ExrException extends IOException {
  private static final long serialVersionUID = 1;

  /** With the reason in plain words. */
  public ExrException(String reason) {
    super(reason);
  }

  /** With the reason in plain words and what caused it. */
  public ExrException(String reason, Throwable cause) {
    super(reason, cause);
  }
}
