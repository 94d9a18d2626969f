package keepshelf.imaging.exr;

/** The two-dimensional Haar wavelet of OpenEXR's "PIZ" over 16-bit numbers, undone in place. */
final class Wavelet {
  private final short[] d;
  private final int start;
  private final int stepX;
  private final int stepY;
  private final boolean small;
  private int a;
  private int b;

  /**
   * Over {@code d} from {@code start}, with so many entries from one column and one row to the
   * next. Numbers of up to 14 bits use another step than larger ones.
   */
  Wavelet(short[] d, int start, int stepX, int stepY, int most) {
    this.d = d;
    this.start = start;
    this.stepX = stepX;
    this.stepY = stepY;
    this.small = most < 1 << 14;
  }

  void undo(int nx, int ny) {
    int n = Math.min(nx, ny);
    int p = Math.max(1, Integer.highestOneBit(n));
    int twice = p;
    p >>= 1;
    while (p >= 1) {
      int ox1 = stepX * p;
      int oy1 = stepY * p;
      int y = 0;
      for (; y <= ny - twice; y += twice) {
        int x = 0;
        for (; x <= nx - twice; x += twice) {
          int at = start + y * stepY + x * stepX;
          square(at, at + ox1, at + oy1, at + oy1 + ox1);
        }
        if ((nx & p) != 0) {
          int at = start + y * stepY + x * stepX;
          pair(at, at + oy1);
        }
      }
      if ((ny & p) != 0) {
        for (int x = 0; x <= nx - twice; x += twice) {
          int at = start + y * stepY + x * stepX;
          pair(at, at + ox1);
        }
      }
      twice = p;
      p >>= 1;
    }
  }

  private void square(int p00, int p01, int p10, int p11) {
    pair(p00, p10);
    pair(p01, p11);
    pair(p00, p01);
    pair(p10, p11);
  }

  private void pair(int i, int j) {
    if (small) {
      int l = d[i];
      int h = d[j];
      a = l + (h & 1) + (h >> 1);
      b = (short) a - h;
    } else {
      int m = d[i] & 0xFFFF;
      int h = d[j] & 0xFFFF;
      b = m - (h >> 1) & 0xFFFF;
      a = h + b - 0x8000 & 0xFFFF;
    }
    d[i] = (short) a;
    d[j] = (short) b;
  }
}
