package keepshelf.core.catalogue;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/**
 * A file of a pack that is not what was delivered.
 *
 * @param pack identifier of the pack
 * @param path relative to the pack's folder
 * @param state what is wrong
 * @param foundAt where the same content lies now, relative to the shelf, or null
 */
public record BrokenFile(
    String pack, @Nullable String path, State state, @Nullable String foundAt) {
  /** What is wrong with it. */
  public enum State {
    /** It is gone, and no other file on the shelf is the same. */
    MISSING,
    /** It is gone from its place but lies elsewhere on the shelf. */
    MOVED,
    /** Its content is another. */
    ALTERED;

    /** Stable identifier. */
    @JsonValue
    public String id() {
      return name().toLowerCase(Locale.ROOT);
    }

    /** The state with this identifier. */
    public static State ofId(String id) {
      return valueOf(id.toUpperCase(Locale.ROOT));
    }
  }
}
