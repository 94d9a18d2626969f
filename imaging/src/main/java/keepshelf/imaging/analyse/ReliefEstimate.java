package keepshelf.imaging.analyse;

import java.util.OptionalDouble;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/**
 * The height range that a normal map's slopes imply for the height map beside it, of pictures that
 * are held whole and need not have one size.
 */
public final class ReliefEstimate {
  private ReliefEstimate() {}

  /** How a normal map and a height map, which is brought to its size, agree. */
  public static ReliefAgreement of(Pixels normal, Pixels height) {
    boolean same = normal.width() == height.width() && normal.height() == height.height();
    return ReliefBlocks.ofNormal(normal)
        .with(ReliefBlocks.ofHeight(same ? height : scaled(height, normal)));
  }

  private static Pixels scaled(Pixels height, Pixels like) {
    int w = like.width();
    int h = like.height();
    return Pixels.f32(
        w, h, 1, Resampler.area(height.luma(), height.width(), height.height(), w, h));
  }

  /**
   * Metres between height 0 and 1 for a tile {@code tileMetres} wide; empty when they do not agree.
   *
   * @param handedness how the normal map's green channel points; unknown counts as +Y
   */
  public static OptionalDouble metres(
      Pixels normal, Pixels height, Handedness handedness, double tileMetres) {
    OptionalDouble share = of(normal, height).share(handedness);
    return share.isEmpty() ? share : OptionalDouble.of(share.getAsDouble() * tileMetres);
  }
}
