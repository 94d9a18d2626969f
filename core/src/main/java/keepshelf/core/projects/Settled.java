package keepshelf.core.projects;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Optional;

/**
 * What a person said of a file in a job that no shelf knows.
 *
 * @param what it is
 * @param name of the file when it was said
 * @param day it was said, ISO 8601
 */
public record Settled(What what, String name, String day) {
  /** What such a file can be. */
  public enum What {
    /** Made by oneself. */
    OWN("own"),
    /** Got elsewhere, under terms that are known there. */
    ELSEWHERE("elsewhere"),
    /** Still to be asked about. */
    ASK("ask");

    private final String id;

    What(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    @JsonValue
    public String id() {
      return id;
    }

    /** The one with this identifier. */
    public static Optional<What> ofId(String id) {
      for (What w : values()) {
        if (w.id.equals(id)) {
          return Optional.of(w);
        }
      }
      return Optional.empty();
    }
  }
}
