package keepshelf.core.catalogue.made;

import com.fasterxml.jackson.annotation.JsonInclude;
import org.jspecify.annotations.Nullable;

/**
 * A named part of an ensemble, such as the trim of a counter.
 *
 * @param name of the part, unique in its ensemble
 * @param item identifier of the item that it is made of
 * @param finish name of the item's finish that it has, or null for the item as delivered
 * @param called name of the item when it was put there: what to say when it is gone
 * @param version of the item's pack then, or null
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record EnsemblePart(
    String name, String item, @Nullable String finish, String called, @Nullable String version) {
  /** What it is made of, in words. */
  public String made() {
    return called + (finish == null ? "" : " · " + finish);
  }
}
