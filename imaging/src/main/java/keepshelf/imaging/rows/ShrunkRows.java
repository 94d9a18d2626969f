package keepshelf.imaging.rows;

import java.io.IOException;
import java.util.Arrays;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Rows;
import keepshelf.imaging.resample.AreaLine;

/**
 * A smaller picture while its rows are read, each pixel the mean over its exact footprint, as what
 * it holds demands (see {@link Resize}): colours in linear light, normals of unit length again.
 */
final class ShrunkRows extends RowStep {
  private final int w;
  private final int h;
  private final Resize.Holds holds;
  private final float[] narrow;
  private final double step;
  private final AreaLine across;
  private int read;
  private int made;

  ShrunkRows(Rows in, int w, int h, Resize.Holds holds) {
    super(in);
    this.w = w;
    this.h = h;
    this.holds = holds;
    this.narrow = new float[w * in.channels()];
    this.step = (double) in.height() / h;
    this.across = new AreaLine(in.width(), w);
  }

  @Override
  public int width() {
    return w;
  }

  @Override
  public int height() {
    return h;
  }

  @Override
  public Depth depth() {
    return in.depth() == Depth.F32 ? Depth.F32 : Depth.U16;
  }

  @Override
  public void next(float[] to) throws IOException {
    double from = made * step;
    double end = Math.min(in.height(), (made + 1) * step);
    int n = w * in.channels();
    Arrays.fill(to, 0, n, 0);
    int last = Math.min(in.height() - 1, (int) Math.ceil(end - 1e-9) - 1);
    for (int y = (int) from; y <= last; y++) {
      while (read <= y) {
        in.next(row);
        narrow();
        read++;
      }
      float share = (float) ((Math.min(y + 1.0, end) - Math.max(y, from)) / (end - from));
      for (int i = 0; i < n; i++) {
        to[i] += narrow[i] * share;
      }
    }
    made++;
    finish(to);
  }

  private boolean light(int channel) {
    return holds == Resize.Holds.COLOUR && channel < 3 && !(in.channels() == 2 && channel == 1);
  }

  private void narrow() {
    lightened();
    if (in.width() % w == 0) {
      evenly(in.width() / w);
      return;
    }
    int n = in.channels();
    for (int c = 0; c < n; c++) {
      across.shorten(row, c, n, narrow, c, n);
    }
  }

  /** Takes colours to linear light. */
  private void lightened() {
    int n = in.channels();
    for (int c = 0; c < n; c++) {
      for (int i = c; light(c) && i < row.length; i += n) {
        row[i] = Srgb.linear(row[i]);
      }
    }
  }

  /** Means of {@code by} neighbours each. */
  private void evenly(int by) {
    int n = in.channels();
    Arrays.fill(narrow, 0);
    int at = 0;
    for (int to = 0; to < narrow.length; to += n) {
      for (int i = 0; i < by; i++) {
        for (int c = 0; c < n; c++) {
          narrow[to + c] += row[at++];
        }
      }
    }
    for (int i = 0; i < narrow.length; i++) {
      narrow[i] /= by;
    }
  }

  private void finish(float[] to) {
    int n = in.channels();
    for (int x = 0; x < w; x++) {
      for (int c = 0; c < n; c++) {
        if (light(c)) {
          to[x * n + c] = Srgb.encoded(to[x * n + c]);
        }
      }
      if (holds == Resize.Holds.NORMALS && n >= 3) {
        unit(to, x * n);
      }
    }
  }

  /** Makes the vector of three samples from {@code at} as long as one, where it has a length. */
  static void unit(float[] v, int at) {
    float x = 2 * v[at] - 1;
    float y = 2 * v[at + 1] - 1;
    float z = 2 * v[at + 2] - 1;
    float l = (float) Math.sqrt(x * x + y * y + z * z);
    if (l > 1e-6f) {
      v[at] = x / l * 0.5f + 0.5f;
      v[at + 1] = y / l * 0.5f + 0.5f;
      v[at + 2] = z / l * 0.5f + 0.5f;
    }
  }
}
