package keepshelf.demo.texture;

/** A box blur that wraps around, twice in each direction. */
final class Blur {
  private Blur() {}

  static float[] tiling(float[] in, int side, int radius) {
    float[] a = in;
    for (int pass = 0; pass < 2; pass++) {
      a = alongRows(a, side, radius);
      a = alongColumns(a, side, radius);
    }
    return a;
  }

  private static float[] alongRows(float[] in, int side, int radius) {
    float[] out = new float[in.length];
    float share = 1f / (2 * radius + 1);
    for (int row = 0; row < in.length; row += side) {
      double sum = 0;
      for (int i = -radius; i <= radius; i++) {
        sum += in[row + Math.floorMod(i, side)];
      }
      for (int i = 0; i < side; i++) {
        out[row + i] = (float) sum * share;
        sum +=
            in[row + Math.floorMod(i + radius + 1, side)]
                - in[row + Math.floorMod(i - radius, side)];
      }
    }
    return out;
  }

  /** Row by row with one running sum a column: memory is read in order. */
  private static float[] alongColumns(float[] in, int side, int radius) {
    float[] out = new float[in.length];
    float share = 1f / (2 * radius + 1);
    double[] sum = new double[side];
    for (int i = -radius; i <= radius; i++) {
      int row = Math.floorMod(i, side) * side;
      for (int x = 0; x < side; x++) {
        sum[x] += in[row + x];
      }
    }
    for (int y = 0; y < side; y++) {
      int enter = Math.floorMod(y + radius + 1, side) * side;
      int leave = Math.floorMod(y - radius, side) * side;
      for (int x = 0; x < side; x++) {
        out[y * side + x] = (float) sum[x] * share;
        sum[x] += in[enter + x] - in[leave + x];
      }
    }
    return out;
  }
}
