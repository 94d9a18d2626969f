package keepshelf.imaging.derive;

import keepshelf.imaging.pixel.Pixels;

/**
 * A roughness guessed from a colour: what is usual for such a material, a little less where the
 * colour is lighter than what is around it, for worn and polished places are.
 */
public final class GuessedRoughness {
  /** Change of roughness for a change of lightness of one. */
  private static final float SLOPE = 0.6f;

  private static final float MOST = 0.12f;

  private GuessedRoughness() {}

  /**
   * A grey picture of 8 bits.
   *
   * @param colour stored through the sRGB curve, or linear floats
   * @param usual roughness of such a material, 0..1
   */
  public static Pixels of(Pixels colour, double usual) {
    int w = colour.width();
    int h = colour.height();
    float[] light = GuessedRelief.lightness(colour);
    float[] around = PeriodicBlur.of(light, w, h, w / 24.0);
    float[] fine = PeriodicBlur.of(light, w, h, w / 512.0);
    for (int i = 0; i < fine.length; i++) {
      float change = Math.clamp(-SLOPE * (fine[i] - around[i]), -MOST, MOST);
      fine[i] = Math.clamp((float) usual + change, 0.04f, 1f);
    }
    return Ranges.grey(fine, w, h);
  }
}
