package keepshelf.imaging.derive;

import java.util.Arrays;
import org.jspecify.annotations.Nullable;

/**
 * The steps in which an earlier JPEG stored the waves of its 8 x 8 blocks, found out of the picture
 * itself: values that were rounded to a step stand near its multiples (Z. Fan and R. de Queiroz,
 * "Identification of bitmap compression history", 2003). What was never seen above nothing is taken
 * from the standard's example table (ITU-T T.81, K.1), at the strength that the others show.
 */
final class BlockSteps {
  /** Rounding to whole levels spreads waves by 0.29, so that nearly all stand as near as this. */
  private static final double NEAR = 0.75;

  /** So many do; the others were clipped at black or white. */
  private static final double MOST = 0.88;

  private static final int COARSEST = 120;

  /** Values that tell a step from chance: fine steps leave little room beside them. */
  private static final int FEW = 10;

  private static final int FEW_OF_TWO = 80;
  private static final int MOST_BLOCKS = 24_000;

  /** Known steps above which a picture has been a JPEG. */
  private static final int ENOUGH = 4;

  private static final int[] STANDARD = {
    16, 11, 10, 16, 24, 40, 51, 61, 12, 12, 14, 19, 26, 58, 60, 55, 14, 13, 16, 24, 40, 57, 69, 56,
    14, 17, 22, 29, 51, 87, 80, 62, 18, 22, 37, 56, 68, 109, 103, 77, 24, 35, 55, 64, 81, 104, 113,
    92, 49, 64, 78, 87, 103, 121, 120, 101, 72, 92, 95, 98, 112, 100, 103, 99
  };

  private BlockSteps() {}

  /**
   * The steps of all 64 waves, row by row; null when it shows none.
   *
   * @param plane values 0..255 whose blocks begin at the upper left
   */
  static float @Nullable [] of(float[] plane, int w, int h) {
    int across = w / 8;
    int down = h / 8;
    int every = Math.max(1, across * down / MOST_BLOCKS);
    int count = (across * down + every - 1) / every;
    float[][] waves = new float[64][count];
    float[] block = new float[64];
    for (int n = 0; n < count; n++) {
      int at = n * every;
      BlockWaves.read(plane, w, h, at % across * 8, at / across * 8, block);
      BlockWaves.forward(block);
      for (int k = 0; k < 64; k++) {
        waves[k][n] = Math.abs(block[k]);
      }
    }
    float[] steps = new float[64];
    double[] strengths = new double[64];
    int known = 0;
    for (int k = 0; k < 64; k++) {
      steps[k] = step(waves[k]);
      if (steps[k] > 1) {
        strengths[known++] = steps[k] / STANDARD[k];
      }
    }
    if (known < ENOUGH) {
      return null;
    }
    Arrays.sort(strengths, 0, known);
    double strength = strengths[known / 2];
    for (int k = 0; k < 64; k++) {
      if (steps[k] <= 1) {
        steps[k] = (float) Math.max(1, Math.rint(strength * STANDARD[k]));
      }
    }
    return steps;
  }

  /** The largest step whose multiples the values stand near; 0 when none is told. */
  private static float step(float[] values) {
    for (int q = COARSEST; q > 1; q--) {
      int n = 0;
      int near = 0;
      for (float v : values) {
        if (v > q / 2f) {
          n++;
          near += Math.abs(v - q * Math.rint(v / q)) < NEAR ? 1 : 0;
        }
      }
      if (n >= (q == 2 ? FEW_OF_TWO : FEW) && near > MOST * n) {
        return q;
      }
    }
    return 0;
  }
}
