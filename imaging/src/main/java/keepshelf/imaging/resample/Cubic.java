package keepshelf.imaging.resample;

/**
 * Enlarges planes that tile by cubic interpolation (E. Catmull and R. Rom, 1974): it goes through
 * the samples and bends smoothly between them. What overshoots stays between the four samples
 * around it.
 */
public final class Cubic {
  private Cubic() {}

  /** The plane {@code in} (w x h, row by row) as {@code ow x oh}. */
  public static float[] sized(float[] in, int w, int h, int ow, int oh) {
    float[] wide = new float[ow * h];
    for (int y = 0; y < h; y++) {
      line(in, y * w, 1, w, wide, y * ow, 1, ow);
    }
    float[] out = new float[ow * oh];
    for (int x = 0; x < ow; x++) {
      line(wide, x, ow, h, out, x, ow, oh);
    }
    return out;
  }

  private static void line(
      float[] in, int from, int step, int n, float[] out, int to, int by, int count) {
    for (int i = 0; i < count; i++) {
      double at = (i + 0.5) * n / count - 0.5;
      int k = (int) Math.floor(at);
      float t = (float) (at - k);
      float a = in[from + step * Math.floorMod(k - 1, n)];
      float b = in[from + step * Math.floorMod(k, n)];
      float c = in[from + step * Math.floorMod(k + 1, n)];
      float d = in[from + step * Math.floorMod(k + 2, n)];
      float v =
          b + 0.5f * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
      float least = Math.min(Math.min(a, b), Math.min(c, d));
      float most = Math.max(Math.max(a, b), Math.max(c, d));
      out[to + by * i] = Math.clamp(v, least, most);
    }
  }
}
