package keepshelf.imaging.resample;

/**
 * Makes a plane smaller while its rows pass by from the top: each sample that comes out is the mean
 * over its exact footprint. Enlarges by nearest neighbour. Columns are summed in double precision.
 */
public final class AreaFilter {
  private final int ow;
  private final int[] first;
  private final int[] last;
  private final double[] firstShare;
  private final double[] lastShare;
  private final double[] footprint;
  private final int[] top;
  private final int[] bottom;
  private final double down;
  private final float[] out;
  private final float[] line;
  private int y;
  private int done;

  /** For a plane of {@code w} x {@code h} samples that becomes one of {@code ow} x {@code oh}. */
  public AreaFilter(int w, int h, int ow, int oh) {
    this.ow = ow;
    double across = (double) w / ow;
    first = new int[ow];
    last = new int[ow];
    firstShare = new double[ow];
    lastShare = new double[ow];
    footprint = new double[ow];
    for (int x = 0; x < ow; x++) {
      double from = x * across;
      double to = Math.min(w, (x + 1) * across);
      first[x] = (int) from;
      last[x] = Math.min(w - 1, (int) Math.ceil(to) - 1);
      firstShare[x] = Math.min(first[x] + 1, to) - from;
      lastShare[x] = to - last[x];
      footprint[x] = to - from;
    }
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
    for (int x = 0; x < ow; x++) {
      int i = at + first[x] * stride;
      int end = at + last[x] * stride;
      double sum = in[i] * firstShare[x];
      if (end > i) {
        for (i += stride; i < end; i += stride) {
          sum += in[i];
        }
        sum += in[end] * lastShare[x];
      }
      line[x] = (float) (sum / footprint[x]);
    }
    while (done < bottom.length && bottom[done] < y) {
      done++;
    }
    for (int row = done; row < top.length && top[row] <= y; row++) {
      double from = row * down;
      double to = Math.min(bottom[bottom.length - 1] + 1, (row + 1) * down);
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
