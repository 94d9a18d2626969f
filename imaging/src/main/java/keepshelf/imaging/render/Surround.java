package keepshelf.imaging.render;

import keepshelf.imaging.colour.Srgb;

/** The neutral room that every preview stands in, and the exposure that all are shown with. */
final class Surround {
  /** Factor on scene-linear light before the tone curve. */
  static final float EXPOSURE = 0.86f;

  /** Linear light of the surround, sRGB 119. */
  static final float GREY = Srgb.byteToLinear(119);

  private Surround() {}

  /**
   * Linear light of the floor and of the backdrop, which is a little darker at its upper end.
   *
   * @param up height in the picture, -1 at the bottom to 1 at the top
   */
  static float at(float up) {
    return GREY * (1 + 0.05f * up * up * Math.signum(-up) - 0.06f * Math.max(0, up));
  }
}
