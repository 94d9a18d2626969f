package keepshelf.imaging.resample;

/**
 * Makes a plane smaller while its rows pass by from the top: each sample that comes out is the mean
 * over its exact footprint. Enlarges as well, by what lies under each sample.
 */
public final class AreaFilter {
  private final int h;
  private final int ow;
  private final AreaLine across;
  private final int[] top;
  private final int[] bottom;
  private final double down;
  private final float[] out;
  private final float[] line;
  private int y;
  private int done;

  /** For a plane of {@code w} x {@code h} samples that becomes one of {@code ow} x {@code oh}. */
  public AreaFilter(int w, int h, int ow, int oh) {
    this.h = h;
    this.ow = ow;
    across = new AreaLine(w, ow);
    down = (double) h / oh;
    top = new int[oh];
    bottom = new int[oh];
    for (int row = 0; row < oh; row++) {
      top[row] = (int) (row * down);
      bottom[row] = Math.min(h - 1, (int) Math.ceil(Math.min(h, (row + 1) * down)) - 1);
    }
    out = new float[ow * oh];
    line = new float[ow];
  }

  /** Takes the next row: samples of {@code in} from {@code at}, {@code stride} apart. */
  public void add(float[] in, int at, int stride) {
    across.shorten(in, at, stride, line, 0, 1);
    while (done < bottom.length && bottom[done] < y) {
      done++;
    }
    for (int row = done; row < top.length && top[row] <= y; row++) {
      double from = row * down;
      double to = Math.min(h, (row + 1) * down);
      float share = (float) ((Math.min(y + 1, to) - Math.max(y, from)) / (to - from));
      for (int x = 0; x < ow; x++) {
        out[row * ow + x] += line[x] * share;
      }
    }
    y++;
  }

  /** The smaller plane, row by row, when all rows have passed. */
  public float[] plane() {
    return out;
  }
}
