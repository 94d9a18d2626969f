package keepshelf.imaging.render;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * How far from the eye nothing is in the way, pixel by pixel, as the first samples of a picture
 * have found: where neither a pixel nor any beside it met something nearer, later samples of it
 * need not look. The same for all samples of a pass, whatever the order they are made in.
 */
final class FreeWay {
  private final int width;
  private final int height;
  private final float pad;

  /** Least distance that was met, 0 where a sample went past the object. */
  private final float[] near;

  private float @Nullable [] free;
  private int passes;

  /** Nothing is known yet; {@code pad} metres before what was met are always looked at. */
  FreeWay(int width, int height, float pad) {
    this.width = width;
    this.height = height;
    this.pad = pad;
    near = new float[width * height];
    Arrays.fill(near, Float.MAX_VALUE);
  }

  /** Metres from the eye that are free around a pixel; 0 where that is not known. */
  float at(int pixel) {
    return free == null ? 0 : free[pixel];
  }

  /**
   * Takes in a sample of every pixel: one is too few, as what is fine lies between.
   *
   * @param met metres from the eye in which nothing is to be met around there, 0 where that is not
   *     known
   */
  void met(float[] met) {
    for (int i = 0; i < near.length; i++) {
      near[i] = Math.min(near[i], met[i]);
    }
    if (++passes >= 2) {
      free = around();
    }
  }

  /** The least of a pixel and the eight around it, less the pad. */
  private float[] around() {
    float[] across = new float[near.length];
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        int i = y * width + x;
        float left = near[x > 0 ? i - 1 : i];
        float right = near[x < width - 1 ? i + 1 : i];
        across[i] = Math.min(near[i], Math.min(left, right));
      }
    }
    float[] out = new float[near.length];
    for (int i = 0; i < out.length; i++) {
      float above = across[i >= width ? i - width : i];
      float below = across[i < out.length - width ? i + width : i];
      out[i] = Math.max(0, Math.min(across[i], Math.min(above, below)) - pad);
    }
    return out;
  }
}
