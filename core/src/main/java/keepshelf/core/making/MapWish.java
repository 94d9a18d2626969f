package keepshelf.core.making;

import java.util.Collection;
import java.util.EnumSet;
import java.util.Set;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Which maps are to be worked out, and how.
 *
 * @param roles of the maps
 * @param resolution label of the edition that they are made of, or null for the largest
 * @param reliefMillimetres between the lowest and the highest place, or null to go by the item
 * @param strength of a relief that is guessed from a colour, 1 being usual
 * @param coarse 0..1: whether fine detail or large forms of a colour count more for such a guess
 */
public record MapWish(
    Set<MapRole> roles,
    @Nullable String resolution,
    @Nullable Double reliefMillimetres,
    double strength,
    double coarse) {
  /** Usual share of large forms in a guess. */
  public static final double COARSE = 0.5;

  /** Checks the ranges. */
  public MapWish {
    roles = Set.copyOf(roles);
    if (!(strength > 0 && strength <= 10)) {
      throw new IllegalArgumentException(Words.of("mapWish.strength-guess-number-up-to"));
    }
    if (!(coarse >= 0 && coarse <= 1)) {
      throw new IllegalArgumentException(Words.of("mapWish.share-large-forms-number-from"));
    }
    if (reliefMillimetres != null && !(reliefMillimetres > 0 && reliefMillimetres <= 10_000)) {
      throw new IllegalArgumentException(Words.of("mapWish.relief-number-millimetres-up-to"));
    }
  }

  /** As usual, of the largest edition. */
  public static MapWish of(Collection<MapRole> roles) {
    return new MapWish(roles.isEmpty() ? Set.of() : EnumSet.copyOf(roles), null, null, 1, COARSE);
  }
}
