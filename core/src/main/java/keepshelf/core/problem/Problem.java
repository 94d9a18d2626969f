package keepshelf.core.problem;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.Objects;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Phrase;
import org.jspecify.annotations.Nullable;

/**
 * One thing that went wrong or needs a look.
 *
 * @param code stable, lower case with hyphens
 * @param severity how bad
 * @param role the map role concerned, or null
 * @param path the file or entry concerned, or null
 * @param said what happened to what, and what to do next, in one or two plain sentences
 * @param advice what could be done about a finding, or null when the message says all
 */
public record Problem(
    String code,
    Severity severity,
    @Nullable MapRole role,
    @Nullable String path,
    @JsonProperty("message") Phrase said,
    @JsonProperty("proposal") @Nullable Phrase advice) {
  /** A record that somebody changed may say nothing. */
  public Problem {
    said = Objects.requireNonNullElse(said, Phrase.plain(""));
  }

  /** A problem whose message says all. */
  public Problem(
      String code, Severity severity, @Nullable MapRole role, @Nullable String path, Phrase said) {
    this(code, severity, role, path, said, null);
  }

  /** What happened, in words. */
  public String message() {
    return said.text();
  }

  /** What could be done about it, in words, or null. */
  public @Nullable String proposal() {
    return advice == null ? null : advice.text();
  }

  /** How bad a problem is. */
  public enum Severity {
    NOTE("note"),
    WARNING("warning"),
    ERROR("error");

    private final String id;

    Severity(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    @com.fasterxml.jackson.annotation.JsonValue
    public String id() {
      return id;
    }

    /** The one with this identifier. */
    public static Severity ofId(String id) {
      for (Severity s : values()) {
        if (s.id.equals(id)) {
          return s;
        }
      }
      throw new IllegalArgumentException(id);
    }
  }

  /** An error about a file, in words that are ready. */
  public static Problem error(String code, @Nullable String path, String message) {
    return error(code, path, Phrase.plain(message));
  }

  /** An error about a file, put into words when it is read. */
  public static Problem error(String code, @Nullable String path, Phrase said) {
    return new Problem(code, Severity.ERROR, null, path, said);
  }

  /** A warning about a file, in words that are ready. */
  public static Problem warning(String code, @Nullable String path, String message) {
    return warning(code, path, Phrase.plain(message));
  }

  /** A warning about a file, put into words when it is read. */
  public static Problem warning(String code, @Nullable String path, Phrase said) {
    return new Problem(code, Severity.WARNING, null, path, said);
  }

  /** A remark about a file, in words that are ready. */
  public static Problem note(String code, @Nullable String path, String message) {
    return note(code, path, Phrase.plain(message));
  }

  /** A remark about a file, put into words when it is read. */
  public static Problem note(String code, @Nullable String path, Phrase said) {
    return new Problem(code, Severity.NOTE, null, path, said);
  }
}
