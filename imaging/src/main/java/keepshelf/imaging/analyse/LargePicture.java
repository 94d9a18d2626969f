package keepshelf.imaging.analyse;

import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CancellationException;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.Rows;
import keepshelf.imaging.pixel.SampleHash;
import org.jspecify.annotations.Nullable;

/**
 * What is kept of a very large picture that passes by once, row by row: enough to measure it as if
 * it were held whole, in some tens of megabytes.
 */
public final class LargePicture {
  private static final int SIDE = 2048;

  private final int width;
  private final int height;
  private final Pixels spread;
  private final Pixels means;
  private final Pixels middle;
  private final Pixels corner;
  private final List<Pixels> places;
  private final Pixels lines;
  private final Pixels columns;
  private final long hash;

  private LargePicture(Rows rows, int side) throws IOException {
    width = rows.width();
    height = rows.height();
    int n = rows.channels();
    int by = Math.max(1, (Math.max(width, height) + side - 1) / side);
    Means mean = new Means(rows, by);
    Kept every = new Kept(rows, places(width, by), places(height, by));
    Kept slopes = cut(rows, SlopeField.middle(width, height));
    Kept blocks = cut(rows, new int[] {0, 0, JpegTraces.CROP, JpegTraces.CROP});
    List<Kept> sharpest = new ArrayList<>();
    for (int[] p : DetailTest.places(width, height)) {
      sharpest.add(cut(rows, p));
    }
    Kept across = new Kept(rows, places(width, 1), SeamTest.lines(height));
    Kept down = new Kept(rows, SeamTest.lines(width), places(height, 1));
    List<Kept> all = new ArrayList<>(List.of(every, slopes, blocks, across, down));
    all.addAll(sharpest);
    SampleHash samples = new SampleHash(width, height, n, rows.depth());
    float[] row = new float[width * n];
    for (int y = 0; y < height; y++) {
      if (Thread.interrupted()) {
        Thread.currentThread().interrupt();
        throw new CancellationException();
      }
      rows.next(row);
      samples.add(row, row.length);
      mean.take(row, y);
      for (Kept k : all) {
        k.take(row, y);
      }
    }
    spread = every.picture();
    means = mean.picture();
    middle = slopes.picture();
    corner = blocks.picture();
    places = sharpest.stream().map(Kept::picture).toList();
    lines = across.picture();
    columns = down.picture();
    hash = samples.value();
  }

  /**
   * Looks at all of {@code rows}.
   *
   * @throws IOException when they cannot be read
   */
  public static LargePicture of(Rows rows) throws IOException {
    return new LargePicture(rows, SIDE);
  }

  /** Looks at {@code rows}; what stands for the whole is {@code side} pixels at the most. */
  static LargePicture of(Rows rows, int side) throws IOException {
    return new LargePicture(rows, side);
  }

  private static int[] places(int size, int by) {
    int[] out = new int[(size + by - 1) / by];
    Arrays.setAll(out, i -> i * by);
    return out;
  }

  /** A rectangle of {x, y, columns, rows}, or what of it lies within the picture. */
  private static Kept cut(Rows rows, int[] at) {
    int[] xs = new int[Math.min(at[2], rows.width() - at[0])];
    int[] ys = new int[Math.min(at[3], rows.height() - at[1])];
    Arrays.setAll(xs, i -> at[0] + i);
    Arrays.setAll(ys, i -> at[1] + i);
    return new Kept(rows, xs, ys);
  }

  /** Bytes that are kept of a picture at the most. */
  public static long memory(ImageInfo info) {
    int channels = Math.max(1, info.channels());
    long around = (long) info.width() + info.height();
    // What is spread and its means, then the lines that are followed; all of it may be floats.
    return channels * 4 * (2L * SIDE * SIDE + SeamTest.LINES * around);
  }

  /** Columns. */
  public int width() {
    return width;
  }

  /** Rows. */
  public int height() {
    return height;
  }

  /** Every so many columns and rows a pixel, as it is stored. */
  public Pixels spread() {
    return spread;
  }

  /** Means of squares of pixels, of stored values; of integer depths at 16 bits. */
  public Pixels means() {
    return means;
  }

  /** Hash of all samples, as {@link SampleHash#of} has it of the whole picture. */
  public long hash() {
    return hash;
  }

  /** The middle at full size. */
  Pixels middle() {
    return middle;
  }

  /** The corner at the top left at full size. */
  Pixels corner() {
    return corner;
  }

  /** The places that {@link DetailTest} looks at. */
  List<Pixels> places() {
    return places;
  }

  /** The rows that {@link SeamTest} follows. */
  Pixels lines() {
    return lines;
  }

  /** The columns that {@link SeamTest} follows. */
  Pixels columns() {
    return columns;
  }

  /** Some columns of some rows, as they are stored. */
  private static final class Kept {
    private final int[] xs;
    private final int[] ys;
    private final int channels;
    private final Depth depth;
    private final byte @Nullable [] bytes;
    private final short @Nullable [] shorts;
    private final float @Nullable [] floats;
    private int next;

    /** Columns {@code xs} and rows {@code ys}, both ascending. */
    Kept(Rows rows, int[] xs, int[] ys) {
      this.xs = xs;
      this.ys = ys;
      this.channels = rows.channels();
      this.depth = rows.depth();
      int size = Math.multiplyExact(xs.length * channels, ys.length);
      bytes = depth == Depth.U8 ? new byte[size] : null;
      shorts = depth == Depth.U16 ? new short[size] : null;
      floats = depth == Depth.F32 ? new float[size] : null;
    }

    @SuppressWarnings("NullAway") // The array of the depth is there.
    void take(float[] row, int y) {
      if (next == ys.length || ys[next] != y) {
        return;
      }
      int at = next * xs.length * channels;
      for (int x : xs) {
        for (int c = 0; c < channels; c++, at++) {
          float v = row[x * channels + c];
          switch (depth) {
            case U8 -> bytes[at] = (byte) (int) (v * 255 + 0.5f);
            case U16 -> shorts[at] = (short) (int) (v * 65535 + 0.5f);
            case F32 -> floats[at] = v;
          }
        }
      }
      next++;
    }

    @SuppressWarnings("NullAway") // The array of its depth is there.
    Pixels picture() {
      return switch (depth) {
        case U8 -> Pixels.u8(xs.length, ys.length, channels, bytes);
        case U16 -> Pixels.u16(xs.length, ys.length, channels, shorts);
        case F32 -> Pixels.f32(xs.length, ys.length, channels, floats);
      };
    }
  }

  /** Means of squares. */
  private static final class Means {
    private final int by;
    private final int width;
    private final int height;
    private final int channels;
    private final int columns;
    private final float[] sums;
    private final short @Nullable [] shorts;
    private final float @Nullable [] floats;

    Means(Rows rows, int by) {
      this.by = by;
      width = rows.width();
      height = rows.height();
      channels = rows.channels();
      columns = (width + by - 1) / by;
      sums = new float[columns * channels];
      int size = sums.length * ((height + by - 1) / by);
      shorts = rows.depth() == Depth.F32 ? null : new short[size];
      floats = rows.depth() == Depth.F32 ? new float[size] : null;
    }

    void take(float[] row, int y) {
      int at = 0;
      for (int x = 0; x < columns; x++) {
        int end = Math.min(width, (x + 1) * by) * channels;
        for (; at < end; at += channels) {
          for (int c = 0; c < channels; c++) {
            sums[x * channels + c] += row[at + c];
          }
        }
      }
      if (y % by == by - 1 || y == height - 1) {
        close(y / by, y % by + 1);
      }
    }

    @SuppressWarnings("NullAway") // The array of the depth is there.
    private void close(int line, int rows) {
      int to = line * sums.length;
      for (int i = 0; i < sums.length; i++) {
        int x = i / channels;
        int squares = rows * (Math.min(width, (x + 1) * by) - x * by);
        float v = sums[i] / squares;
        if (floats == null) {
          shorts[to + i] = (short) Math.round(v * 65535);
        } else {
          floats[to + i] = v;
        }
      }
      Arrays.fill(sums, 0);
    }

    @SuppressWarnings("NullAway") // The array of its depth is there.
    Pixels picture() {
      int h = (height + by - 1) / by;
      return floats == null
          ? Pixels.u16(columns, h, channels, shorts)
          : Pixels.f32(columns, h, channels, floats);
    }
  }
}
