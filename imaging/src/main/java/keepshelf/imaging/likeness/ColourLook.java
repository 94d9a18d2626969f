package keepshelf.imaging.likeness;

import java.util.Arrays;
import keepshelf.imaging.resample.Resampler;

/**
 * How colours are spread: quantiles of the colours along several directions through OKLab, whose
 * distances come near what it takes to move one spread of colours onto the other (the sliced
 * transport distance; J. Rabin et al., "Wasserstein barycenter and its application to texture
 * mixing", 2011). Where a colour lies in the picture does not count.
 */
final class ColourLook {
  /** Directions: lightness, green to red, blue to yellow. */
  private static final float[][] DIRECTIONS = {
    {0, 1, 0}, {0, 0, 1}, {0, .7f, .7f}, {0, .7f, -.7f}, {.6f, .8f, 0}, {.6f, 0, .8f}
  };

  private static final float[] QUANTILES = {0.02f, 0.1f, 0.25f, 0.5f, 0.75f, 0.9f, 0.98f};

  /** Numbers that {@link #of} puts. */
  static final int LENGTH = 49;

  private ColourLook() {}

  /** Puts them into {@code out} from {@code at}; returns where the next begin. */
  static int of(SmallView v, float[] out, int at) {
    int n = quantiles(v.light().clone(), out, at);
    float[] light = Resampler.area(v.light(), v.side(), v.side(), v.tones(), v.tones());
    float[] along = new float[light.length];
    for (float[] d : DIRECTIONS) {
      for (int i = 0; i < along.length; i++) {
        along[i] = d[0] * light[i] + d[1] * v.a()[i] + d[2] * v.b()[i];
      }
      n = quantiles(along, out, n);
    }
    return n;
  }

  private static int quantiles(float[] values, float[] out, int at) {
    Arrays.sort(values);
    int n = at;
    for (float q : QUANTILES) {
      out[n++] = values[Math.round(q * (values.length - 1))];
    }
    return n;
  }
}
