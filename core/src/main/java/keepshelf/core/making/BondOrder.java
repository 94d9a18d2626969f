package keepshelf.core.making;

import keepshelf.core.model.Resolution;
import keepshelf.core.words.Words;
import keepshelf.imaging.bond.BondSpec;

/**
 * A material that is to be laid of units.
 *
 * @param name of the new item
 * @param spec how they are laid
 * @param unit what they are cut from
 * @param joint what lies between them
 * @param resolution label of the result
 */
public record BondOrder(String name, BondSpec spec, Piece unit, Piece joint, String resolution) {
  /** Checks name and resolution. */
  public BondOrder {
    if (name == null || name.isBlank()) {
      throw new IllegalArgumentException(Words.of("bondOrder.new-material-needs-name"));
    }
    if (Resolution.pixels(resolution) == 0 || resolution.equals("16K")) {
      throw new IllegalArgumentException(Words.of("bondOrder.resolution-512-1k-2k-4k"));
    }
    name = name.strip();
  }
}
