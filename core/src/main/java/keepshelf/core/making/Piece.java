package keepshelf.core.making;

/**
 * What units or joints are made of: an item of the shelf, or a plain colour.
 *
 * @param item identifier, or key or name when only one item has it; null for a plain colour
 * @param colour of a plain one as {@code #rrggbb}, or null
 * @param roughness of a plain one, 0..1
 */
public record Piece(String item, String colour, double roughness) {
  /** Cut from an item. */
  public static Piece of(String item) {
    return new Piece(item, null, 0);
  }

  /** A plain colour, {@code 0xRRGGBB}. */
  public static Piece plain(int rgb, double roughness) {
    return new Piece(null, String.format("#%06x", rgb & 0xFFFFFF), roughness);
  }

  /** Checks the colour and its roughness. */
  public Piece {
    if (item == null && (colour == null || !colour.matches("#[0-9a-fA-F]{6}"))) {
      throw new IllegalArgumentException(
          "Units and joints are an item, or a colour such as #b9b2a0.");
    }
    if (!(roughness >= 0 && roughness <= 1)) {
      throw new IllegalArgumentException("A roughness is a number from 0 to 1.");
    }
  }

  /** The colour as {@code 0xRRGGBB}. */
  int rgb() {
    return Integer.parseInt(colour.substring(1), 16);
  }
}
