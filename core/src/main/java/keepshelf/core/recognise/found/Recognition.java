package keepshelf.core.recognise.found;

import java.util.List;
import keepshelf.core.problem.Problem;
import org.jspecify.annotations.Nullable;

/**
 * What one arrival holds.
 *
 * @param pack name of the pack for people
 * @param version version that names say, or null
 * @param items the usable things
 * @param loose every other file
 * @param problems what went wrong with files
 * @param tileMetres width of a tile as documents in the pack say, or null
 * @param reliefMetres height range as documents in the pack say, or null
 * @param relief what normal and height maps say of each other
 */
public record Recognition(
    String pack,
    @Nullable String version,
    List<RecognisedItem> items,
    List<LooseFile> loose,
    List<Problem> problems,
    @Nullable Double tileMetres,
    @Nullable Double reliefMetres,
    List<ReliefPair> relief) {
  /** One about whose sizes nothing is known. */
  public Recognition(
      String pack,
      @Nullable String version,
      List<RecognisedItem> items,
      List<LooseFile> loose,
      List<Problem> problems) {
    this(pack, version, items, loose, problems, null, null, List.of());
  }

  /** Copies the lists. */
  public Recognition {
    items = List.copyOf(items);
    loose = List.copyOf(loose);
    problems = List.copyOf(problems);
    relief = List.copyOf(relief);
  }

  /** The same with other items. */
  public Recognition withItems(List<RecognisedItem> newItems) {
    return with(newItems, loose);
  }

  /** The same with other items and other loose files. */
  public Recognition with(List<RecognisedItem> newItems, List<LooseFile> newLoose) {
    return new Recognition(
        pack, version, newItems, newLoose, problems, tileMetres, reliefMetres, relief);
  }

  /** The same with more problems. */
  public Recognition with(List<Problem> more) {
    List<Problem> all = new java.util.ArrayList<>(problems);
    all.addAll(more);
    return new Recognition(pack, version, items, loose, all, tileMetres, reliefMetres, relief);
  }

  /** The same with known sizes. */
  public Recognition withTile(@Nullable Double tile, @Nullable Double range) {
    return new Recognition(pack, version, items, loose, problems, tile, range, relief);
  }
}
