package keepshelf.imaging.derive;

/** The cosine transform of blocks of 8 x 8 values (ITU-T T.81, A.3.3), orthonormal. */
final class BlockWaves {
  /** Row k is the k-th wave. */
  private static final float[] COSINES = new float[64];

  static {
    for (int k = 0; k < 8; k++) {
      for (int i = 0; i < 8; i++) {
        double scale = k == 0 ? Math.sqrt(1 / 8.0) : 0.5;
        COSINES[8 * k + i] = (float) (scale * Math.cos((2 * i + 1) * k * Math.PI / 16));
      }
    }
  }

  private BlockWaves() {}

  /** Reads the block at a place; beyond the edges the last value goes on. */
  static void read(float[] plane, int w, int h, int x0, int y0, float[] block) {
    for (int y = 0; y < 8; y++) {
      int row = Math.clamp(y0 + y, 0, h - 1) * w;
      for (int x = 0; x < 8; x++) {
        block[8 * y + x] = plane[row + Math.clamp(x0 + x, 0, w - 1)] - 128;
      }
    }
  }

  /** Values to waves, in place. */
  static void forward(float[] block) {
    turned(block, false);
  }

  /** Waves to values, in place. */
  static void back(float[] block) {
    turned(block, true);
  }

  private static void turned(float[] block, boolean back) {
    float[] line = new float[8];
    for (int y = 0; y < 8; y++) {
      one(block, 8 * y, 1, line, back);
    }
    for (int x = 0; x < 8; x++) {
      one(block, x, 8, line, back);
    }
  }

  private static void one(float[] block, int from, int step, float[] line, boolean back) {
    for (int k = 0; k < 8; k++) {
      float sum = 0;
      for (int i = 0; i < 8; i++) {
        sum += block[from + i * step] * (back ? COSINES[8 * i + k] : COSINES[8 * k + i]);
      }
      line[k] = sum;
    }
    for (int k = 0; k < 8; k++) {
      block[from + k * step] = line[k];
    }
  }
}
