package keepshelf.core.catalogue;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import keepshelf.core.model.Resolution;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import org.jspecify.annotations.Nullable;

/**
 * One item on the shelf.
 *
 * @param id stable identifier
 * @param key name in lower case with underscores, unique in its pack
 * @param name name for people
 * @param kind what sort of thing
 * @param workflow of a material
 * @param colourway colour that tells it from its siblings, or null
 * @param tileMetres width of one tile in metres, or null when not known
 * @param maps all pictures of all editions
 * @param problems what was found at taking in
 * @param also where else it was got
 * @param partOf identifier of the item that its maps stand with, or null when it stands for itself
 * @param parts of an ensemble, in order; empty for all others
 * @param marks what a person has put on it
 */
public record ItemRecord(
    String id,
    String key,
    String name,
    ItemKind kind,
    Workflow workflow,
    @Nullable String colourway,
    @Nullable Double tileMetres,
    List<MapRecord> maps,
    List<Problem> problems,
    @JsonInclude(JsonInclude.Include.NON_EMPTY) List<Origin> also,
    @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable String partOf,
    @JsonInclude(JsonInclude.Include.NON_EMPTY) List<EnsemblePart> parts,
    @JsonInclude(value = JsonInclude.Include.CUSTOM, valueFilter = NoMarks.class) Marks marks) {
  /** Where it is looked at: large enough to tell, and quick. */
  private static final String SEEN_AT = "1K";

  private static final List<MapRole> SEEN =
      List.of(MapRole.BASE_COLOUR, MapRole.EMISSION, MapRole.TRANSLUCENCY);

  /** Leaves empty marks out of the records. */
  static final class NoMarks {
    @Override
    public boolean equals(Object o) {
      return o == null || Marks.NONE.equals(o);
    }

    @Override
    public int hashCode() {
      return 0;
    }
  }

  /** Copies the lists. */
  public ItemRecord {
    maps = List.copyOf(maps);
    problems = List.copyOf(problems);
    // Records of earlier versions do not have it.
    also = also == null ? List.of() : List.copyOf(also);
    parts = parts == null ? List.of() : List.copyOf(parts);
    marks = marks == null ? Marks.NONE : marks;
  }

  /** One that was got once and stands for itself. */
  public ItemRecord(
      String id,
      String key,
      String name,
      ItemKind kind,
      Workflow workflow,
      @Nullable String colourway,
      @Nullable Double tileMetres,
      List<MapRecord> maps,
      List<Problem> problems) {
    this(
        id,
        key,
        name,
        kind,
        workflow,
        colourway,
        tileMetres,
        maps,
        problems,
        List.of(),
        null,
        List.of(),
        Marks.NONE);
  }

  /** The same with another tile width in metres, or null. */
  public ItemRecord withTile(@Nullable Double metres) {
    return copy(name, metres, maps, problems, also, partOf, marks);
  }

  /** The same under another name. */
  public ItemRecord named(String newName) {
    return copy(newName, tileMetres, maps, problems, also, partOf, marks);
  }

  /** The same with other maps and what is to be said about them. */
  public ItemRecord withMaps(List<MapRecord> newMaps, List<Problem> newProblems) {
    return copy(name, tileMetres, newMaps, newProblems, also, partOf, marks);
  }

  /** The same, got elsewhere too. */
  public ItemRecord withAlso(List<Origin> origins) {
    return copy(name, tileMetres, maps, problems, origins, partOf, marks);
  }

  /** The same, its maps standing with another item; null for none. */
  public ItemRecord asPartOf(@Nullable String item) {
    return copy(name, tileMetres, maps, problems, also, item, marks);
  }

  /** The same with other marks. */
  public ItemRecord marked(Marks newMarks) {
    return copy(name, tileMetres, maps, problems, also, partOf, newMarks);
  }

  private ItemRecord copy(
      String newName,
      @Nullable Double tile,
      List<MapRecord> newMaps,
      List<Problem> newProblems,
      List<Origin> origins,
      @Nullable String with,
      Marks newMarks) {
    return new ItemRecord(
        id,
        key,
        newName,
        kind,
        workflow,
        colourway,
        tile,
        newMaps,
        newProblems,
        origins,
        with,
        parts,
        newMarks);
  }

  /** An ensemble of these parts, which stand in its place; the rest stays. */
  public ItemRecord of(List<EnsemblePart> newParts) {
    return new ItemRecord(
        id,
        key,
        name,
        kind,
        workflow,
        colourway,
        tileMetres,
        maps,
        problems,
        also,
        partOf,
        newParts,
        marks);
  }

  /** The editions, large to small; a resolution may stand with several formats. */
  @JsonIgnore
  @SuppressWarnings("NullAway") // Each edition was counted before it is asked for.
  public List<Edition> editions() {
    Map<Edition, Integer> count = new LinkedHashMap<>();
    for (MapRecord m : maps) {
      count.merge(new Edition(m.resolution(), m.format()), 1, Integer::sum);
    }
    // A lone height map in another format is part of the edition beside it, not one of its own.
    Map<String, Integer> most = new HashMap<>();
    count.forEach((e, n) -> most.merge(String.valueOf(e.resolution()), n, Math::max));
    Map<Edition, Set<MapRole>> roles = new HashMap<>();
    for (MapRecord m : maps) {
      roles
          .computeIfAbsent(
              new Edition(m.resolution(), m.format()), e -> EnumSet.noneOf(MapRole.class))
          .add(m.role());
    }
    List<Edition> out = new ArrayList<>();
    for (Edition e : count.keySet()) {
      boolean main = count.get(e).equals(most.get(String.valueOf(e.resolution())));
      boolean whole = roles.get(e).contains(MapRole.BASE_COLOUR) || kind != ItemKind.MATERIAL;
      if (main || (whole && count.get(e) * 2 >= most.get(String.valueOf(e.resolution())))) {
        out.add(e);
      }
    }
    out.sort(
        Comparator.comparingInt((Edition e) -> -Resolution.pixels(e.resolution()))
            .thenComparing(e -> String.valueOf(e.format())));
    return out;
  }

  /** Labels of the resolutions that are on disk, small to large. */
  @JsonIgnore
  public List<String> resolutions() {
    return editions().stream()
        .map(Edition::resolution)
        .filter(java.util.Objects::nonNull)
        .distinct()
        .sorted(Comparator.comparingInt(Resolution::pixels))
        .toList();
  }

  /**
   * The maps to use at a resolution: of each role (and tile) the one at that label, else the next
   * larger, else the largest; lossless before JPEG for data.
   *
   * @param resolution label, or null for the largest
   */
  public List<MapRecord> mapsAt(@Nullable String resolution) {
    Map<String, MapRecord> best = new LinkedHashMap<>();
    for (MapRecord m : maps) {
      String slot =
          m.role()
              + "|"
              + m.tile()
              + "|"
              + (m.role() == MapRole.PACKED ? String.valueOf(m.channels()) : "");
      MapRecord other = best.get(slot);
      if (other == null || better(m, other, resolution)) {
        best.put(slot, m);
      }
    }
    List<MapRecord> out = new ArrayList<>(best.values());
    out.sort(Comparator.comparing(MapRecord::role));
    return out;
  }

  /** The map that stands for what it looks like: its colour, else what it shows; often none. */
  public Optional<MapRecord> seen() {
    List<MapRecord> some = mapsAt(SEEN_AT);
    for (MapRole r : SEEN) {
      for (MapRecord m : some) {
        if (m.role() == r) {
          return Optional.of(m);
        }
      }
    }
    return kind == ItemKind.MATERIAL ? Optional.empty() : maps.stream().findFirst();
  }

  /** Whether a material can be seen by a map of this role, see {@link #seen}. */
  public static boolean isSeenBy(MapRole role) {
    return SEEN.contains(role);
  }

  private static boolean better(MapRecord a, MapRecord b, @Nullable String resolution) {
    int wanted = resolution == null ? Integer.MAX_VALUE : Resolution.pixels(resolution);
    long da = distance(a, wanted);
    long db = distance(b, wanted);
    if (da != db) {
      return da < db;
    }
    boolean mended = a.recipe() != null && a.recipe().isMend();
    if (mended != (b.recipe() != null && b.recipe().isMend())) {
      return mended;
    }
    if (a.role() == MapRole.NORMAL && !String.valueOf(a.handedness()).equals(b.handedness())) {
      return "gl".equals(a.handedness());
    }
    return quality(a) > quality(b);
  }

  private static long distance(MapRecord m, int wanted) {
    int has = Resolution.pixels(m.resolution());
    // Too small is worse than too large.
    return has >= wanted ? has - (long) wanted : 1_000_000L + wanted - has;
  }

  private static int quality(MapRecord m) {
    return m.bits() + ("jpeg".equals(m.format()) ? 0 : 4);
  }

  /** The roles that are there, channels of packed maps included. */
  @JsonIgnore
  public Set<MapRole> roles() {
    Set<MapRole> roles = EnumSet.noneOf(MapRole.class);
    for (MapRecord m : maps) {
      roles.add(m.role());
      if (m.channels() != null) {
        roles.addAll(m.channels().roles().values());
      }
    }
    return roles;
  }

  /** A few letters that change whenever its picture would look different. */
  public String look() {
    StringBuilder b = new StringBuilder().append(kind.id()).append(tileMetres);
    parts.forEach(x -> b.append(x.name()).append(x.item()).append(x.finish()));
    maps.forEach(m -> b.append(m.role()).append(m.handedness()).append(m.sha256()));
    return keepshelf.core.disk.Hashes.sha256(b.toString()).substring(0, 10);
  }

  /** Whether it, or any of its maps, was made here. */
  @JsonIgnore
  public boolean isPartlyMade() {
    return kind == ItemKind.ENSEMBLE || maps.stream().anyMatch(m -> m.recipe() != null);
  }

  /** Bytes of all its maps. */
  @JsonIgnore
  public long bytes() {
    return maps.stream().mapToLong(MapRecord::bytes).sum();
  }
}
