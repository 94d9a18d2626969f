package keepshelf.imaging.analyse;

import keepshelf.imaging.pixel.Pixels;

/**
 * The slopes of a normal map, or the rise of a height map, in the middle of the picture, summed
 * over blocks of 4 x 4 pixels: noise of compression would bias a scale that is told from single
 * pixels. A quarter of a megabyte an axis at the most, so that both maps of a set need not be held.
 */
public final class ReliefBlocks {
  private static final int BLOCK = 4;

  /** Below so many pixels a side nothing is told. */
  private static final int LEAST = 32;

  private final int width;
  private final int height;
  private final float[] x;
  private final float[] y;

  private ReliefBlocks(int width, int height, float[] x, float[] y) {
    this.width = width;
    this.height = height;
    this.x = x;
    this.y = y;
  }

  /** Of a normal map: to the right, and as its green channel has it. */
  public static ReliefBlocks ofNormal(Pixels p) {
    return ofNormal(p, p.width(), p.height());
  }

  /** Of a very large normal map that has passed by. */
  public static ReliefBlocks ofNormal(LargePicture p) {
    return ofNormal(p.middle(), p.width(), p.height());
  }

  private static ReliefBlocks ofNormal(Pixels p, int width, int height) {
    SlopeField field = SlopeField.of(p);
    return summed(
        width,
        height,
        field.width,
        field.height,
        (at, both) -> {
          both[0] -= field.a[at];
          both[1] += field.b[at];
        });
  }

  /** Of a height map, whose grey is the rise: to the right and downwards, a pixel. */
  public static ReliefBlocks ofHeight(Pixels p) {
    int[] m = SlopeField.middle(p.width(), p.height());
    return ofHeight(p.cut(m[0], m[1], m[2], m[3]), p.width(), p.height());
  }

  /** Of a very large height map that has passed by. */
  public static ReliefBlocks ofHeight(LargePicture p) {
    return ofHeight(p.middle(), p.width(), p.height());
  }

  private static ReliefBlocks ofHeight(Pixels middle, int width, int height) {
    float[] rise = middle.luma();
    int line = middle.width();
    return summed(
        width,
        height,
        line,
        middle.height(),
        (at, both) -> {
          both[0] += (rise[at + 1] - rise[at - 1]) / 2;
          both[1] += (rise[at + line] - rise[at - line]) / 2;
        });
  }

  private interface Slope {
    void addTo(int at, double[] both);
  }

  private static ReliefBlocks summed(int width, int height, int w, int h, Slope slope) {
    int columns = blocks(w);
    int rows = blocks(h);
    float[] x = new float[columns * rows];
    float[] y = new float[columns * rows];
    double[] both = new double[2];
    for (int row = 0; row < rows; row++) {
      for (int column = 0; column < columns; column++) {
        both[0] = 0;
        both[1] = 0;
        for (int j = 0; j < BLOCK; j++) {
          int at = ((row + 1) * BLOCK + j) * w + (column + 1) * BLOCK;
          for (int i = 0; i < BLOCK; i++) {
            slope.addTo(at + i, both);
          }
        }
        x[row * columns + column] = (float) both[0];
        y[row * columns + column] = (float) both[1];
      }
    }
    return new ReliefBlocks(width, height, x, y);
  }

  /** How many blocks fit between borders of a block in front and more than one behind. */
  private static int blocks(int pixels) {
    return pixels < LEAST ? 0 : (pixels - 2 * BLOCK - 1) / BLOCK;
  }

  /** Whether both are of pictures of one size. */
  public boolean fits(ReliefBlocks other) {
    return width == other.width && height == other.height;
  }

  /** How the slopes of this normal map and the rise of a height map of the same size agree. */
  public ReliefAgreement with(ReliefBlocks heights) {
    double gg = 0;
    double hh = 0;
    double across = 0;
    double down = 0;
    for (int i = 0; i < x.length; i++) {
      gg += x[i] * x[i] + y[i] * y[i];
      hh += heights.x[i] * heights.x[i] + heights.y[i] * heights.y[i];
      across += x[i] * heights.x[i];
      down += y[i] * heights.y[i];
    }
    return new ReliefAgreement(width, gg, hh, across, down);
  }
}
