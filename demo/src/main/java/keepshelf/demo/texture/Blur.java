package keepshelf.demo.texture;

/** A box blur that wraps around, twice in each direction. */
final class Blur {
  private Blur() {}

  static float[] tiling(float[] in, int side, int radius) {
    float[] a = in;
    for (int pass = 0; pass < 2; pass++) {
      a = lines(a, side, radius, 1, side);
      a = lines(a, side, radius, side, 1);
    }
    return a;
  }

  private static float[] lines(float[] in, int side, int radius, int step, int nextLine) {
    float[] out = new float[in.length];
    for (int line = 0; line < side; line++) {
      int base = line * nextLine;
      double sum = 0;
      for (int i = -radius; i <= radius; i++) {
        sum += in[base + Math.floorMod(i, side) * step];
      }
      for (int i = 0; i < side; i++) {
        out[base + i * step] = (float) (sum / (2 * radius + 1));
        sum +=
            in[base + Math.floorMod(i + radius + 1, side) * step]
                - in[base + Math.floorMod(i - radius, side) * step];
      }
    }
    return out;
  }
}
