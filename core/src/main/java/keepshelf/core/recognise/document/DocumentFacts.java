package keepshelf.core.recognise.document;

import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What all material documents of a pack say.
 *
 * @param mentions by the path of the picture
 * @param tileMetres width of one tile, or null when none says
 * @param reliefMetres height between black and white of a height map, or null when none says
 */
public record DocumentFacts(
    Map<String, Mention> mentions, @Nullable Double tileMetres, @Nullable Double reliefMetres) {
  /** Nothing known. */
  public static final DocumentFacts NONE = new DocumentFacts(Map.of(), null, null);

  /** Copies the map. */
  public DocumentFacts {
    mentions = java.util.Collections.unmodifiableMap(new LinkedHashMap<>(mentions));
  }
}
