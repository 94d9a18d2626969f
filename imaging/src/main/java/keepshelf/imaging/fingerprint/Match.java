package keepshelf.imaging.fingerprint;

/**
 * How two pictures go together.
 *
 * @param same whether one is the other, or derived from it
 * @param sharpness height of the peak of phase correlation over what chance gives, 0..1
 * @param likeness normalised correlation at that alignment, -1..1
 * @param turns quarter turns (clockwise) by which the second was turned
 * @param mirrored whether the second was mirrored before it was turned
 * @param shiftX how far the second is shifted to the right, as a share of its width, -0.5..0.5
 * @param shiftY how far it is shifted down, as a share of its height
 * @param colourDifference when they are the same: mean difference of colours where they are, in
 *     CIE76 ΔE; of normal maps a hundred times that of their channels
 * @param changed share of the places whose colours differ so that it is seen, 0..1
 * @param scaleX width of a tile of the second over that of the first
 * @param scaleY height of a tile of the second over that of the first
 * @param tilingX how often the second repeats the first side by side; below 1 the other way round
 * @param tilingY the same one below the other
 * @param greenTurnedOver whether both are one normal map with green turned over
 * @param inverted whether the second is the negative of the first
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
    double changed,
    double scaleX,
    double scaleY,
    double tilingX,
    double tilingY,
    boolean greenTurnedOver,
    boolean inverted) {
  /** Two pictures that lie over each other as they are. */
  public static final Match AS_IT_LIES =
      new Match(true, 1, 1, 0, false, 0, 0, 0, 0, 1, 1, 1, 1, false, false);

  /** Compression stays below this after a blur, every recolouring that is seen lies above. */
  static final double SEEN = 1.3;

  /** Whoever changes the colours of a picture changes them at more of its places. */
  private static final double FEW = 0.35;

  /** Whether the second is shifted by more than a pixel or two of a small picture. */
  public boolean shifted() {
    return Math.abs(shiftX) > 0.012 || Math.abs(shiftY) > 0.012;
  }

  /** Whether colours differ more than compression makes them. */
  public boolean recoloured() {
    return colourDifference > SEEN && !marked();
  }

  /** Whether they differ at few places only, as when something was laid on. */
  public boolean marked() {
    return colourDifference > SEEN && changed < FEW;
  }

  /** Whether the second is of another size, in either direction. */
  public boolean resized() {
    return Math.abs(scaleX - 1) > 0.01 || Math.abs(scaleY - 1) > 0.01;
  }

  /** Whether one holds the other several times. */
  public boolean tiled() {
    return tilingX != 1 || tilingY != 1;
  }

  /** The larger of both scales. */
  public double scale() {
    return Math.max(scaleX, scaleY);
  }

  /** Whether {@code o} lays its second picture over its first in the same way. */
  public boolean alignedLike(Match o) {
    return turns == o.turns
        && mirrored == o.mirrored
        && wrapped(shiftX - o.shiftX) < 0.03
        && wrapped(shiftY - o.shiftY) < 0.03
        && tilingX == o.tilingX
        && tilingY == o.tilingY;
  }

  private static double wrapped(double d) {
    return Math.abs(d - Math.rint(d));
  }
}
