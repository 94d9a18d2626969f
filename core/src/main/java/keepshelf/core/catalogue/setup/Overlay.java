package keepshelf.core.catalogue.setup;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import keepshelf.core.model.MapRole;
import org.jspecify.annotations.Nullable;

/**
 * A grey map of another item that is laid over a finish: streaks, dust, wear. It repeats a whole
 * number of times on a tile, so that what comes out tiles as well.
 *
 * @param item key or identifier of the item whose map it is
 * @param role of the map, or null for its mask or what it has in place of one
 * @param tileMetres width of one of its own tiles, or null as its item has it
 * @param turnDegrees counter-clockwise, a multiple of 90
 * @param amount how far what is white changes, 0..1 duller, raised, or towards {@link #colour()};
 *     below 0 the other way (glossier, lowered)
 * @param changes what it changes, in order
 * @param colour {@code #rrggbb} that colours become, or null when it changes none
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Overlay(
    String item,
    @Nullable MapRole role,
    @Nullable Double tileMetres,
    int turnDegrees,
    double amount,
    List<Target> changes,
    @Nullable String colour) {
  /** What an overlay can change. */
  public enum Target {
    @JsonProperty("roughness")
    ROUGHNESS,
    @JsonProperty("colour")
    COLOUR,
    @JsonProperty("height")
    HEIGHT,
    @JsonProperty("normal")
    NORMAL;

    /** Stable identifier. */
    public String id() {
      return name().toLowerCase(java.util.Locale.ROOT);
    }

    /** Whether it is about the map in {@code role}. */
    public boolean isOf(MapRole role) {
      return switch (this) {
        case ROUGHNESS -> role == MapRole.ROUGHNESS || role == MapRole.GLOSS;
        case COLOUR -> role == MapRole.BASE_COLOUR;
        case HEIGHT -> role == MapRole.HEIGHT || role == MapRole.BUMP;
        case NORMAL -> role == MapRole.NORMAL;
      };
    }
  }

  /** Copies the list. */
  public Overlay {
    changes = changes.stream().distinct().sorted().toList();
  }

  /** One that makes things duller. */
  public static Overlay of(String item) {
    return new Overlay(item, null, null, 0, 0.5, List.of(Target.ROUGHNESS), null);
  }

  /** The same, changed as far. */
  public Overlay by(double other) {
    return new Overlay(item, role, tileMetres, turnDegrees, other, changes, colour);
  }

  /** The same, turned by {@code degrees}, a multiple of 90. */
  public Overlay turned(int degrees) {
    return new Overlay(item, role, tileMetres, degrees, amount, changes, colour);
  }

  /** The same in tiles of another width in metres; null for its item's own. */
  public Overlay tiled(Double metres) {
    return new Overlay(item, role, metres, turnDegrees, amount, changes, colour);
  }

  /** The same, changing other things; black where it changes colours and had none. */
  public Overlay changing(List<Target> other) {
    String towards = colour == null ? "#000000" : colour;
    return new Overlay(
        item,
        role,
        tileMetres,
        turnDegrees,
        amount,
        other,
        other.contains(Target.COLOUR) ? towards : colour);
  }

  /** The same, changing colours to {@code hex}. */
  public Overlay coloured(String hex) {
    return new Overlay(item, role, tileMetres, turnDegrees, amount, changes, hex);
  }

  /** Whether it changes the map in {@code role}. */
  public boolean changes(MapRole role) {
    return changes.stream().anyMatch(t -> t.isOf(role));
  }
}
