package keepshelf.core.catalogue;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import keepshelf.imaging.colour.OkLab;
import org.jspecify.annotations.Nullable;

/**
 * What the boards and the search need to know of an item: small, so that a hundred thousand of them
 * are kept in memory.
 *
 * @param row number of its words in the index
 * @param id identifier of the item
 * @param key of the item
 * @param name for people
 * @param kind what sort of thing
 * @param workflow of a material
 * @param board heading of the board it stands on by kind
 * @param tileMetres width of one tile in metres, or null
 * @param resolutions bit n set: on disk at the n-th label of {@link Resolution#LABELS}
 * @param roles bit n set: it has the n-th of {@link MapRole}, channels of packed maps included
 * @param maps how many files
 * @param bytes of all its maps
 * @param severity of the worst that was found at taking in, or null when there was nothing
 * @param state a few letters that change whenever its preview would look different
 * @param colour mean of its colour map, or null when not measured
 * @param marks what a person has put on it
 * @param made whether any of its maps was made here
 * @param pack its pack
 * @param moreRows rows of the words of items that stand as one with it
 */
public record ItemCard(
    int row,
    String id,
    String key,
    String name,
    ItemKind kind,
    Workflow workflow,
    String board,
    @Nullable Double tileMetres,
    int resolutions,
    int roles,
    int maps,
    long bytes,
    Problem.@Nullable Severity severity,
    String state,
    @Nullable OkLab colour,
    Marks marks,
    boolean made,
    PackCard pack,
    List<Integer> moreRows) {
  /**
   * The record of a pack, shared by the cards of its items.
   *
   * @param row number of its texts in the index
   * @param id identifier
   * @param name for people
   * @param version or null
   * @param source or null
   * @param creator or null
   * @param licence or null
   * @param got the day it was bought, or taken in when that is not known, ISO 8601
   * @param until end of the subscription it came with, ISO 8601, or null
   */
  public record PackCard(
      int row,
      String id,
      String name,
      @Nullable String version,
      @Nullable String source,
      @Nullable String creator,
      @Nullable String licence,
      String got,
      @Nullable String until) {}

  /** The same card with what is known of its pack now. */
  public ItemCard of(PackCard now) {
    return new ItemCard(
        row,
        id,
        key,
        name,
        kind,
        workflow,
        board,
        tileMetres,
        resolutions,
        roles,
        maps,
        bytes,
        severity,
        state,
        colour,
        marks,
        made,
        now,
        moreRows);
  }

  /** Labels of the resolutions on disk, small to large. */
  public List<String> labels() {
    List<String> out = new java.util.ArrayList<>();
    for (int i = 0; i < Resolution.LABELS.size(); i++) {
      if ((resolutions >> i & 1) != 0) {
        out.add(Resolution.LABELS.get(i));
      }
    }
    return out;
  }

  /** Pixels of the largest resolution's longer side; 0 when none is known. */
  public int largest() {
    return resolutions == 0
        ? 0
        : Resolution.pixels(Resolution.LABELS.get(31 - Integer.numberOfLeadingZeros(resolutions)));
  }

  /** The roles that are there. */
  public Set<MapRole> roleSet() {
    Set<MapRole> out = EnumSet.noneOf(MapRole.class);
    for (MapRole r : MapRole.values()) {
      if (has(r)) {
        out.add(r);
      }
    }
    return out;
  }

  /** Whether it has a map in this role. */
  public boolean has(MapRole role) {
    return (roles >> role.bit() & 1) != 0;
  }

  /** The bits of {@link #resolutions()} for an item. */
  public static int resolutionBits(ItemRecord item) {
    int bits = 0;
    for (MapRecord m : item.maps()) {
      int i = m.resolution() == null ? -1 : Resolution.LABELS.indexOf(m.resolution());
      bits |= i < 0 ? 0 : 1 << i;
    }
    return bits;
  }

  /** The bits of {@link #roles()} for an item. */
  public static int roleBits(ItemRecord item) {
    int bits = 0;
    for (MapRole r : item.roles()) {
      bits |= 1 << r.bit();
    }
    return bits;
  }

  /** The worst of what was found about an item, or null. */
  public static Problem.@Nullable Severity worst(ItemRecord item) {
    return item.problems().stream()
        .map(Problem::severity)
        .max(java.util.Comparator.naturalOrder())
        .orElse(null);
  }
}
