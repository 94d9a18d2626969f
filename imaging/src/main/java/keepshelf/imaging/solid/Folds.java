package keepshelf.imaging.solid;

/**
 * The folds of a cloth one metre square, which deepen towards its hem: how far they stand out and
 * how they slope, worked out and as tables that are made once. Places are metres from the cloth's
 * middle to the right and upwards, -0.5 to 0.5; slopes hold for a cloth of any size.
 */
final class Folds {
  /** Depth of the folds at the hem. */
  static final float DEPTH = 0.085f;

  /** Folds over the width. */
  private static final float COUNT = 3.3f;

  private static final float K = (float) (2 * Math.PI * COUNT);

  private static final int COLUMNS = 512;
  private static final int ROWS = 48;

  /** Columns to either side in which {@link #steepest} holds. */
  private static final int WINDOW = 10;

  /** Metres to either side in which {@link #steepest} holds. */
  static final float WIDE = (float) WINDOW / COLUMNS;

  private static final float[] DEPTHS = new float[(COLUMNS + 1) * (ROWS + 1)];
  private static final float[] UPRIGHT = new float[DEPTHS.length];
  private static final float[] STEEPEST = new float[DEPTHS.length];
  private static final float[] ALONG = new float[COLUMNS + 1];

  /** The cosine of the steepest slope of all. */
  static final float STEEP = fill();

  private Folds() {}

  private static float fill() {
    float steep = 1;
    for (int j = 0; j <= ROWS; j++) {
      for (int i = 0; i <= COLUMNS; i++) {
        float x = (float) i / COLUMNS - 0.5f;
        float y = (float) j / ROWS - 0.5f;
        float slope = slopeX(x, y);
        int at = j * (COLUMNS + 1) + i;
        DEPTHS[at] = depth(x, y);
        UPRIGHT[at] = 1 / (float) Math.sqrt(1 + slope * slope);
        steep = Math.min(steep, UPRIGHT[at]);
      }
    }
    for (int j = 0; j <= ROWS; j++) {
      for (int i = 0; i <= COLUMNS; i++) {
        float least = 1;
        // A fold leans a little towards the hem: the row below is the steeper one.
        for (int r = Math.max(0, j - 1); r <= j; r++) {
          for (int c = Math.max(0, i - WINDOW); c <= Math.min(COLUMNS, i + WINDOW); c++) {
            least = Math.min(least, UPRIGHT[r * (COLUMNS + 1) + c]);
          }
        }
        STEEPEST[j * (COLUMNS + 1) + i] = least;
      }
    }
    for (int i = 1; i <= COLUMNS; i++) {
      float slope = slopeX((i - 0.5f) / COLUMNS - 0.5f, 0);
      ALONG[i] = ALONG[i - 1] + (float) Math.sqrt(1 + slope * slope) / COLUMNS;
    }
    float middle = ALONG[COLUMNS / 2];
    for (int i = 0; i <= COLUMNS; i++) {
      ALONG[i] -= middle;
    }
    return steep;
  }

  /** Depth of the folds at a height: a third at the top, all of it at the hem. */
  private static float fold(float y) {
    return DEPTH * (0.34f + 0.66f * (0.5f - y));
  }

  private static float phase(float x, float y) {
    return K * x + 0.5f * (float) Math.sin(2.4f * y + 0.4f);
  }

  /** Metres that the cloth stands out. */
  static float depth(float x, float y) {
    float a = phase(x, y);
    return fold(y) * ((float) Math.sin(a) + 0.3f * (float) Math.sin(2.1f * a + 1.1f));
  }

  /** Rise along the width. */
  static float slopeX(float x, float y) {
    float a = phase(x, y);
    return fold(y) * K * ((float) Math.cos(a) + 0.63f * (float) Math.cos(2.1f * a + 1.1f));
  }

  /** Rise along the height. */
  static float slopeY(float x, float y) {
    float e = 1e-3f;
    return (depth(x, y + e) - depth(x, y - e)) / (2 * e);
  }

  /** As {@link #depth}, by the table. */
  static float tabled(float x, float y) {
    return grid(DEPTHS, x, y);
  }

  /** The cosine of the slope along the width, by the table. */
  static float upright(float x, float y) {
    return grid(UPRIGHT, x, y);
  }

  /** The cosine of the steepest slope within {@link #WIDE} to either side, by the table. */
  static float steepest(float x, float y) {
    return grid(STEEPEST, x, y);
  }

  /** Length along the cloth from its middle. */
  static float along(float x) {
    float at = Math.clamp(x + 0.5f, 0f, 1f) * COLUMNS;
    int i = Math.min((int) at, COLUMNS - 1);
    return ALONG[i] + (ALONG[i + 1] - ALONG[i]) * (at - i);
  }

  /** A value between the places of a table. */
  private static float grid(float[] table, float x, float y) {
    float gx = Math.clamp(x + 0.5f, 0f, 0.99999f) * COLUMNS;
    float gy = Math.clamp(y + 0.5f, 0f, 0.99999f) * ROWS;
    int o = (int) gy * (COLUMNS + 1) + (int) gx;
    float fx = gx - (int) gx;
    float fy = gy - (int) gy;
    float low = table[o] + (table[o + 1] - table[o]) * fx;
    int next = o + COLUMNS + 1;
    float top = table[next] + (table[next + 1] - table[next]) * fx;
    return low + (top - low) * fy;
  }
}
