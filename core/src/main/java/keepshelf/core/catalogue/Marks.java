package keepshelf.core.catalogue;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.TreeSet;

/**
 * What a person has put on an item, beyond what was delivered.
 *
 * @param tags words of one's own, in order, each once
 * @param collections names of the collections it is in, in order, each once
 * @param favourite whether it is a favourite
 * @param notes free text, or null
 * @param reliefMillimetres height between black and white of its height map, or null when not said
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record Marks(
    List<String> tags,
    List<String> collections,
    @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean favourite,
    String notes,
    Double reliefMillimetres) {
  /** Nothing. */
  public static final Marks NONE = new Marks(List.of(), List.of(), false, null, null);

  /** Orders the words and drops doubles; null lists are empty. */
  public Marks {
    tags = ordered(tags);
    collections = ordered(collections);
    notes = notes == null || notes.isBlank() ? null : notes;
  }

  private static List<String> ordered(List<String> words) {
    if (words == null || words.isEmpty()) {
      return List.of();
    }
    TreeSet<String> set = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
    words.stream().map(String::strip).filter(w -> !w.isEmpty()).forEach(set::add);
    return List.copyOf(set);
  }

  /** Whether there is nothing. */
  @JsonIgnore
  public boolean isNone() {
    return equals(NONE);
  }

  /** The same with other tags. */
  public Marks withTags(List<String> words) {
    return new Marks(words, collections, favourite, notes, reliefMillimetres);
  }

  /** The same in other collections. */
  public Marks withCollections(List<String> names) {
    return new Marks(tags, names, favourite, notes, reliefMillimetres);
  }

  /** The same, a favourite or not. */
  public Marks withFavourite(boolean is) {
    return new Marks(tags, collections, is, notes, reliefMillimetres);
  }

  /** The same with other notes, or null. */
  public Marks withNotes(String text) {
    return new Marks(tags, collections, favourite, text, reliefMillimetres);
  }

  /** The same with another relief in millimetres, or null. */
  public Marks withRelief(Double millimetres) {
    return new Marks(tags, collections, favourite, notes, millimetres);
  }
}
