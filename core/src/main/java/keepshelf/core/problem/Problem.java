package keepshelf.core.problem;

import keepshelf.core.model.MapRole;
import org.jspecify.annotations.Nullable;

/**
 * One thing that went wrong or needs a look.
 *
 * @param code stable, lower case with hyphens
 * @param severity how bad
 * @param role the map role concerned, or null
 * @param path the file or entry concerned, or null
 * @param message what happened to what, and what to do next, in one or two plain sentences
 * @param proposal what could be done about a finding, or null when the message says all
 */
public record Problem(
    String code,
    Severity severity,
    @Nullable MapRole role,
    @Nullable String path,
    String message,
    @Nullable String proposal) {
  /** A problem whose message says all. */
  public Problem(
      String code,
      Severity severity,
      @Nullable MapRole role,
      @Nullable String path,
      String message) {
    this(code, severity, role, path, message, null);
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

  /** An error about a file. */
  public static Problem error(String code, @Nullable String path, String message) {
    return new Problem(code, Severity.ERROR, null, path, message);
  }

  /** A warning about a file. */
  public static Problem warning(String code, @Nullable String path, String message) {
    return new Problem(code, Severity.WARNING, null, path, message);
  }

  /** A remark about a file. */
  public static Problem note(String code, @Nullable String path, String message) {
    return new Problem(code, Severity.NOTE, null, path, message);
  }
}
