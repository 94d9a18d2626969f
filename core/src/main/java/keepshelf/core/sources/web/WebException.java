package keepshelf.core.sources.web;

import java.io.IOException;
import java.net.URI;
import java.time.Duration;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/** A request that came to nothing; the message is for people. */
public final class WebException extends IOException {
  private static final long serialVersionUID = 1;

  /** What is to be done about it. */
  public enum Kind {
    /** It was not asked for, or what came is not believed. */
    REFUSED,
    /** The source does not let one in. */
    NO_ENTRY,
    /** It is not there (any more). */
    GONE,
    /** Later it may work: the line broke, the source is busy or out of order. */
    LATER
  }

  private final Kind kind;
  private final transient @Nullable Duration wait;

  WebException(Kind kind, String message, @Nullable Duration wait, @Nullable Throwable cause) {
    super(message, cause);
    this.kind = kind;
    this.wait = wait;
  }

  /** Something that is not done, or not believed. */
  public static WebException refused(URI at, String why) {
    return new WebException(
        Kind.REFUSED, Words.of("webException.not-used", Home.shown(at), why), null, null);
  }

  /** Something that may work later. */
  public static WebException later(URI at, String why, @Nullable Throwable cause) {
    return new WebException(Kind.LATER, Home.shown(at) + " " + why + ".", null, cause);
  }

  /** What is to be done about it. */
  public Kind kind() {
    return kind;
  }

  /** How long the source asks to wait, or null. */
  public @Nullable Duration waiting() {
    return wait;
  }
}
