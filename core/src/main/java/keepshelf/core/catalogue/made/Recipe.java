package keepshelf.core.catalogue.made;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * How a map was made: the same method in the same version, with the same parameters, seed and
 * parents, makes it again bit for bit.
 *
 * @param method stable identifier, such as {@code height-to-normal}
 * @param version of the method, from 1
 * @param parameters numbers and words by stable names, in order; units stand in the names
 * @param seed of what is thrown by dice, or null when nothing is
 * @param parents what it was made of
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Recipe(
    String method,
    int version,
    Map<String, Object> parameters,
    @Nullable Long seed,
    List<Parent> parents) {
  /** What methods begin with that put a delivered map right. */
  public static final String MEND = "mend-";

  /** What stands for the item of a parent that is a photograph from elsewhere. */
  public static final String PHOTOGRAPH = "photograph";

  /** Copies the lists. */
  public Recipe {
    parameters =
        parameters == null
            ? Map.of()
            : Collections.unmodifiableMap(new LinkedHashMap<>(parameters));
    parents = parents == null ? List.of() : List.copyOf(parents);
  }

  /** Whether it puts a delivered map right, in whose place it stands. */
  @JsonIgnore
  public boolean isMend() {
    return method.startsWith(MEND);
  }

  /**
   * A map that something was made of.
   *
   * @param item identifier of its item
   * @param role of the map, as its stable identifier
   * @param version of the pack it stands in, or null
   * @param sha256 of its file
   */
  @JsonInclude(JsonInclude.Include.NON_NULL)
  public record Parent(
      String item, @Nullable String role, @Nullable String version, @Nullable String sha256) {}
}
