package keepshelf.core.catalogue;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import keepshelf.core.catalogue.setup.Finish;
import org.jspecify.annotations.Nullable;

/**
 * What a person has put on an item, beyond what was delivered.
 *
 * @param tags words of one's own, in order, each once
 * @param collections names of the collections it is in, in order, each once
 * @param projects names of the projects that use it, in order, each once
 * @param favourite whether it is a favourite
 * @param rating how good it is, 1 to 5, or 0 when that was not said
 * @param notes free text, or null
 * @param reliefMillimetres height between black and white of its height map, or null when not said
 * @param finishes adjustments that it can be installed with, by name
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record Marks(
    List<String> tags,
    List<String> collections,
    List<String> projects,
    @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean favourite,
    @JsonInclude(JsonInclude.Include.NON_DEFAULT) int rating,
    @Nullable String notes,
    @Nullable Double reliefMillimetres,
    List<Finish> finishes) {
  /** The best rating. */
  public static final int MOST_RATING = 5;

  /** Nothing. */
  public static final Marks NONE =
      new Marks(List.of(), List.of(), List.of(), false, 0, null, null, List.of());

  /** Orders the words and drops doubles; null lists are empty. */
  public Marks {
    tags = ordered(tags);
    collections = ordered(collections);
    projects = ordered(projects);
    rating = Math.clamp(rating, 0, MOST_RATING);
    notes = notes == null || notes.isBlank() ? null : notes;
    finishes = finishes == null ? List.of() : List.copyOf(finishes);
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
    return new Marks(
        words, collections, projects, favourite, rating, notes, reliefMillimetres, finishes);
  }

  /** The same in other collections. */
  public Marks withCollections(List<String> names) {
    return new Marks(tags, names, projects, favourite, rating, notes, reliefMillimetres, finishes);
  }

  /** The same, used by other projects. */
  public Marks withProjects(List<String> names) {
    return new Marks(
        tags, collections, names, favourite, rating, notes, reliefMillimetres, finishes);
  }

  /** The same, a favourite or not. */
  public Marks withFavourite(boolean is) {
    return new Marks(tags, collections, projects, is, rating, notes, reliefMillimetres, finishes);
  }

  /** The same with another rating, 1 to 5, or 0 for none. */
  public Marks withRating(int rating) {
    return new Marks(
        tags, collections, projects, favourite, rating, notes, reliefMillimetres, finishes);
  }

  /** The same with other notes, or null. */
  public Marks withNotes(String text) {
    return new Marks(
        tags, collections, projects, favourite, rating, text, reliefMillimetres, finishes);
  }

  /** The same with another relief in millimetres, or null. */
  public Marks withRelief(@Nullable Double millimetres) {
    return new Marks(tags, collections, projects, favourite, rating, notes, millimetres, finishes);
  }

  /** The finish of this name, whatever the case. */
  public Optional<Finish> finish(String name) {
    return finishes.stream().filter(f -> f.isNamed(name)).findFirst();
  }

  /** The same with a finish, in the place of one of its name. */
  public Marks withFinish(Finish finish) {
    List<Finish> all = new ArrayList<>(withoutFinish(finish.name()).finishes);
    all.add(finish);
    all.sort(Comparator.comparing(Finish::name, String.CASE_INSENSITIVE_ORDER));
    return new Marks(tags, collections, projects, favourite, rating, notes, reliefMillimetres, all);
  }

  /** The same without the finish of a name. */
  public Marks withoutFinish(String name) {
    List<Finish> left = finishes.stream().filter(f -> !f.isNamed(name)).toList();
    return new Marks(
        tags, collections, projects, favourite, rating, notes, reliefMillimetres, left);
  }
}
