package keepshelf.imaging.pixel;

import java.io.IOException;
import org.jspecify.annotations.Nullable;

/**
 * A picture that cannot be decoded; the message says why in plain words, without the file's name.
 */
public final class UnreadableImageException extends IOException {
  /** With the reason in plain words. */
  public UnreadableImageException(String reason) {
    super(reason);
  }

  /** With the reason in plain words and what caused it. */
  public UnreadableImageException(@Nullable String reason, @Nullable Throwable cause) {
    super(reason, cause);
  }
}
