package keepshelf.imaging.resample;

/**
 * Makes rows of one width shorter: each sample that comes out is the mean over its exact footprint,
 * summed in double precision. Makes them longer as well.
 */
public final class AreaLine {
  private final int[] first;
  private final int[] last;
  private final double[] firstShare;
  private final double[] lastShare;
  private final double[] footprint;

  /** For rows of {@code w} samples that become {@code ow}. */
  public AreaLine(int w, int ow) {
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
  }

  /**
   * Makes one row shorter.
   *
   * @param at where the row begins in {@code in}
   * @param stride from one of its samples to the next: the channels of its pixels
   * @param to where the shorter one begins in {@code out}
   * @param toStride from one of its samples to the next
   */
  public void shorten(float[] in, int at, int stride, float[] out, int to, int toStride) {
    for (int x = 0; x < first.length; x++) {
      int i = at + first[x] * stride;
      int end = at + last[x] * stride;
      double sum = in[i] * firstShare[x];
      if (end > i) {
        for (i += stride; i < end; i += stride) {
          sum += in[i];
        }
        sum += in[end] * lastShare[x];
      }
      out[to + x * toStride] = (float) (sum / footprint[x]);
    }
  }
}
