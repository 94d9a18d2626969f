package keepshelf.core.install.measure;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.model.Channels;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.MapRole;
import org.jspecify.annotations.Nullable;

/** Maps at one resolution, and the channels of packed ones, by role. */
public final class MapSources {
  /**
   * One grey or colour source: a whole map, or a channel of a packed one.
   *
   * @param map on the shelf
   * @param channel of it, or null
   */
  public record Source(MapRecord map, @Nullable String channel) {}

  private final Map<MapRole, List<Source>> byRole = new EnumMap<>(MapRole.class);

  /** The maps of one edition of an item of that kind. */
  public MapSources(List<MapRecord> maps, ItemKind kind) {
    for (MapRecord m : maps) {
      if (m.role() == MapRole.PACKED && m.channels() != null) {
        m.channels()
            .roles()
            .forEach((c, role) -> {
              if (Channels.index(c) < Math.max(1, m.channelCount())) {
                add(role, new Source(m, c));
              }
            });
      } else {
        // What is laid over a surface changes how rough it is.
        boolean over = kind == ItemKind.OVERLAY && m.role() == MapRole.MASK;
        add(over ? MapRole.ROUGHNESS : m.role(), new Source(m, null));
        if (m.channels() != null && m.channels().roles().get("a") == MapRole.OPACITY) {
          add(MapRole.OPACITY, new Source(m, "a"));
        }
      }
    }
  }

  private void add(MapRole role, Source s) {
    List<Source> list = byRole.computeIfAbsent(role, r -> new ArrayList<>());
    // A map of its own comes before a channel; several tiles of one map stay together.
    boolean tiles =
        !list.isEmpty()
            && s.map().tile() != null
            && list.getFirst().map().tile() != null
            && list.stream().noneMatch(x -> Objects.equals(x.map().tile(), s.map().tile()));
    if (list.isEmpty() || tiles) {
      list.add(s);
    } else if (list.getFirst().channel() != null && s.channel() == null) {
      list.clear();
      list.add(s);
    }
  }

  /** Whether a map, or a channel of one, has that role. */
  public boolean has(MapRole role) {
    return byRole.containsKey(role);
  }

  /** The roles that are there. */
  public Set<MapRole> roles() {
    return byRole.keySet();
  }

  /** All tiles of a role; one when it does not come in tiles. */
  public List<Source> all(MapRole role) {
    return byRole.getOrDefault(role, List.of());
  }

  /** The source of a role on a tile (null for none), else any of it; null when it is not there. */
  public @Nullable Source at(MapRole role, @Nullable Integer tile) {
    List<Source> list = all(role);
    return list.stream()
        .filter(s -> Objects.equals(s.map().tile(), tile))
        .findFirst()
        .orElse(list.isEmpty() ? null : list.getFirst());
  }

  /** Takes a source out that cannot be used. */
  public void remove(MapRole role, Source s) {
    List<Source> list = byRole.getOrDefault(role, List.of());
    if (list.remove(s) && list.isEmpty()) {
      byRole.remove(role);
    }
  }

  /** Whether anything comes in UDIM tiles. */
  public boolean tiled() {
    return byRole.values().stream().flatMap(List::stream).anyMatch(s -> s.map().tile() != null);
  }

  /** Whether the item is made for the workflow of specular colour and gloss. */
  public boolean specularWorkflow() {
    return has(MapRole.SPECULAR)
        && has(MapRole.BASE_COLOUR)
        && !has(MapRole.METALLIC)
        && !has(MapRole.ROUGHNESS);
  }
}
