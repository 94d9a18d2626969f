package keepshelf.core.making;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * What units or joints are made of: an item of the shelf, or a plain colour.
 *
 * @param item identifier, or key or name when only one item has it; null for a plain colour
 * @param also more items, each unit is of one of them; empty for most
 * @param colour of a plain one as {@code #rrggbb}, or null
 * @param roughness of a plain one, 0..1
 * @param whole whether the item's own units are taken whole, instead of being cut anywhere
 */
public record Piece(
    @Nullable String item,
    List<String> also,
    @Nullable String colour,
    double roughness,
    boolean whole) {
  /** Cut from an item. */
  public static Piece of(String item) {
    return new Piece(item, List.of(), null, 0, false);
  }

  /** Cut from several items by turns; one at least. */
  public static Piece of(List<String> items) {
    return new Piece(items.getFirst(), items.subList(1, items.size()), null, 0, false);
  }

  /** A plain colour, {@code #rrggbb}. */
  static Piece plain(String colour, double roughness) {
    return new Piece(null, List.of(), colour, roughness, false);
  }

  /** A plain colour, {@code 0xRRGGBB}. */
  public static Piece plain(int rgb, double roughness) {
    return plain(String.format("#%06x", rgb & 0xFFFFFF), roughness);
  }

  /** Checks the colour and its roughness. */
  public Piece {
    also = List.copyOf(also);
    if (item == null && (colour == null || !colour.matches("#[0-9a-fA-F]{6}"))) {
      throw new IllegalArgumentException(Words.of("piece.units-joints-are-item-or"));
    }
    if (!(roughness >= 0 && roughness <= 1)) {
      throw new IllegalArgumentException(Words.of("piece.roughness-number-from-0-to"));
    }
  }

  /** The same, with the item's own units taken whole or not. */
  public Piece whole(boolean is) {
    return new Piece(item, also, colour, roughness, is);
  }

  /** All items that it is cut from; empty for a plain colour. */
  List<String> items() {
    List<String> all = new ArrayList<>();
    if (item != null) {
      all.add(item);
    }
    all.addAll(also);
    return all;
  }

  /** The colour as {@code 0xRRGGBB}. */
  int rgb() {
    return Integer.parseInt(Objects.requireNonNull(colour).substring(1), 16);
  }
}
