package keepshelf.imaging.analyse;

import java.util.Arrays;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/** Whether the levels of a 16-bit picture are those of an 8-bit one, spread out. */
public final class DepthTest {
  private static final int LOOKED_AT = 1 << 21;

  private DepthTest() {}

  /** True when a 16-bit picture holds no more than 8 bits; false for other depths. */
  public static boolean eightBitsInSixteen(Pixels p) {
    if (p.depth() != Depth.U16) {
      return false;
    }
    boolean[] seen = new boolean[65536];
    int n = p.sampleCount();
    int step = Math.max(1, n / LOOKED_AT) | 1;
    boolean repeated = true;
    boolean shifted = true;
    for (int i = 0; i < n; i += step) {
      int v = p.level(i);
      seen[v] = true;
      repeated &= v % 257 == 0;
      shifted &= (v & 0xFF) == 0;
    }
    int[] levels = new int[65536];
    int count = 0;
    for (int v = 0; v < 65536; v++) {
      if (seen[v]) {
        levels[count++] = v;
      }
    }
    if (count < 3) {
      return false;
    }
    levels = Arrays.copyOf(levels, count);
    int gap = 0;
    for (int i = 1; i < count; i++) {
      gap = divisor(gap, levels[i] - levels[i - 1]);
    }
    return repeated
        || shifted
        || gap >= 128
        || (count <= 256 && levels[count - 1] - levels[0] > 1024);
  }

  private static int divisor(int a, int b) {
    while (b != 0) {
      int t = a % b;
      a = b;
      b = t;
    }
    return a;
  }
}
