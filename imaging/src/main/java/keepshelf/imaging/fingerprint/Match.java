package keepshelf.imaging.fingerprint;

/**
 * How two pictures go together.
 *
 * @param same whether one is the other, or derived from it
 * @param sharpness height of the peak of phase correlation over what chance gives, 0..1
 * @param likeness normalised correlation at the best alignment, 0..1
 * @param turns quarter turns (clockwise) by which the second was turned
 * @param mirrored whether the second was mirrored before it was turned
 * @param shiftX how far the second is shifted to the right, as a share of its width, -0.5..0.5
 * @param shiftY how far it is shifted down, as a share of its height
 * @param colourDifference largest difference of the mean channel values, 0..1
 * @param scale longer side of a tile of the second over that of the first
 * @param tiling how often the second repeats the first in each direction; below 1 the other way
 *     round
 */
public record Match(
    boolean same,
    double sharpness,
    double likeness,
    int turns,
    boolean mirrored,
    double shiftX,
    double shiftY,
    double colourDifference,
    double scale,
    double tiling) {
  /** Whether the second is shifted by more than a pixel or two of a small picture. */
  public boolean shifted() {
    return Math.abs(shiftX) > 0.012 || Math.abs(shiftY) > 0.012;
  }
}
