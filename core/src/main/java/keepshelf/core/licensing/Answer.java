package keepshelf.core.licensing;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** What a licence says to a question. */
public enum Answer {
  YES,
  NO,
  UNKNOWN;

  /** Stable identifier. */
  @JsonValue
  public String id() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** The answer with this identifier; unknown for anything else. */
  @JsonCreator
  public static Answer ofId(@Nullable String id) {
    for (Answer a : values()) {
      if (a.id().equals(id)) {
        return a;
      }
    }
    return UNKNOWN;
  }
}
