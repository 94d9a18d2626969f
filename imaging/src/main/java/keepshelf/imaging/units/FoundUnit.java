package keepshelf.imaging.units;

/**
 * The largest upright box within a unit that was found, in shares of the tile; it may lie over the
 * tile's edges.
 *
 * @param left of it, 0..1 from the left
 * @param top of it, 0..1 from the top
 * @param width of it
 * @param height of it
 */
public record FoundUnit(double left, double top, double width, double height) {}
