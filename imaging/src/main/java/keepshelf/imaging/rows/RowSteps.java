package keepshelf.imaging.rows;

import java.io.IOException;
import java.util.List;
import keepshelf.imaging.convert.Adjust;
import keepshelf.imaging.convert.NormalVariance;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Rows;

/** Changes of pictures row by row; each takes over the closing of what it reads. */
public final class RowSteps {
  private RowSteps() {}

  /**
   * Picks channels.
   *
   * @param of number of the source's channel for each of the result's
   */
  public static Rows channels(Rows in, int... of) {
    return new RowStep(in) {
      @Override
      public int channels() {
        return of.length;
      }

      @Override
      public void next(float[] to) throws IOException {
        in.next(row);
        int n = in.channels();
        for (int x = 0; x < in.width(); x++) {
          for (int c = 0; c < of.length; c++) {
            to[x * of.length + c] = row[x * n + Math.min(of[c], n - 1)];
          }
        }
      }
    };
  }

  /** Turns v into 1 - v: in one channel, or in all when it is -1. */
  public static Rows invert(Rows in, int channel) {
    return new RowStep(in) {
      @Override
      public void next(float[] to) throws IOException {
        in.next(to);
        int n = in.channels();
        for (int i = Math.max(0, channel); i < in.width() * n; i += channel < 0 ? 1 : n) {
          to[i] = 1 - to[i];
        }
      }
    };
  }

  /** Changes every pixel; at 16 bits, as {@link Adjust#applied} does. */
  public static Rows changed(Rows in, Adjust.Change change) {
    return new RowStep(in) {
      @Override
      public Depth depth() {
        return Depth.U16;
      }

      @Override
      public void next(float[] to) throws IOException {
        in.next(row);
        change.apply(row, in.channels());
        for (int i = 0; i < row.length; i++) {
          to[i] = Math.clamp(row[i], 0f, 1f);
        }
      }
    };
  }

  /**
   * Grey pictures of one size as the channels of one; 16 bits when any of them has them.
   *
   * @param parts null where {@code fills} stands instead
   * @param fills 0..1
   */
  public static Rows pack(List<Rows> parts, double[] fills) {
    Rows first = parts.stream().filter(java.util.Objects::nonNull).findFirst().orElseThrow();
    boolean deep = parts.stream().anyMatch(p -> p != null && p.depth() != Depth.U8);
    return new RowStep(first) {
      private final float[] one = new float[first.width() * 4];

      @Override
      public int channels() {
        return fills.length;
      }

      @Override
      public Depth depth() {
        return deep ? Depth.U16 : Depth.U8;
      }

      @Override
      public void next(float[] to) throws IOException {
        for (int c = 0; c < fills.length; c++) {
          Rows p = parts.get(c);
          if (p != null) {
            p.next(one);
          }
          for (int x = 0; x < first.width(); x++) {
            to[x * fills.length + c] = p == null ? (float) fills[c] : one[x * p.channels()];
          }
        }
      }

      @Override
      public void close() throws IOException {
        for (Rows p : parts) {
          if (p != null) {
            p.close();
          }
        }
      }
    };
  }

  /**
   * A smaller picture, each pixel the mean over its exact footprint, as what it holds demands (see
   * {@link Resize}); at 16 bits.
   */
  public static Rows shrink(Rows in, int w, int h, Resize.Holds holds) {
    return w == in.width() && h == in.height() ? in : new ShrunkRows(in, w, h, holds);
  }

  /** The same at 8 bits, rounded as {@link Resize#roundedToBytes}. */
  public static Rows rounded(Rows in) {
    if (in.depth() == Depth.U8) {
      return in;
    }
    return new RowStep(in) {
      @Override
      public Depth depth() {
        return Depth.U8;
      }

      @Override
      public void next(float[] to) throws IOException {
        in.next(to);
        for (int i = 0; i < in.width() * in.channels(); i++) {
          to[i] = Math.round(Math.clamp(to[i], 0f, 1f) * 255) / 255f;
        }
      }
    };
  }

  /** The same at 8 bits, dithered as {@link Resize#toBytes}. */
  public static Rows bytes(Rows in) {
    if (in.depth() == Depth.U8) {
      return in;
    }
    return new RowStep(in) {
      private long seed = Resize.SEED;

      @Override
      public Depth depth() {
        return Depth.U8;
      }

      @Override
      public void next(float[] to) throws IOException {
        in.next(to);
        for (int i = 0; i < in.width() * in.channels(); i++) {
          seed = Resize.next(seed);
          to[i] = Resize.dithered(to[i], seed) / 255f;
        }
      }
    };
  }

  /**
   * Length of the mean normal within each pixel of a smaller picture, as {@link
   * NormalVariance#lengths}. Reads {@code normals} to their end and closes them.
   */
  public static float[] lengths(Rows normals, int w, int h) throws IOException {
    float[] out = new float[w * h];
    try (Rows small = new ShrunkRows(unit(normals), w, h, Resize.Holds.DATA)) {
      float[] row = new float[w * 3];
      for (int y = 0; y < h; y++) {
        small.next(row);
        for (int x = 0; x < w; x++) {
          double sum = 0;
          for (int c = 0; c < 3; c++) {
            double v = 2 * row[3 * x + c] - 1;
            sum += v * v;
          }
          out[y * w + x] = (float) Math.sqrt(sum);
        }
      }
    }
    return out;
  }

  /** Normals of unit length, three channels. */
  private static Rows unit(Rows normals) {
    Rows three = normals.channels() == 3 ? normals : channels(normals, 0, 1, 2);
    return new RowStep(three) {
      @Override
      public void next(float[] to) throws IOException {
        in.next(to);
        for (int x = 0; x < in.width(); x++) {
          ShrunkRows.unit(to, 3 * x);
        }
      }
    };
  }

  /** Roughness or gloss in one channel with the relief that is lost, see {@link NormalVariance}. */
  public static Rows raised(Rows in, int channel, boolean gloss, float[] lengths) {
    return new RowStep(in) {
      private int at;

      @Override
      public Depth depth() {
        return Depth.U16;
      }

      @Override
      public void next(float[] to) throws IOException {
        in.next(to);
        int n = in.channels();
        for (int x = 0; x < in.width(); x++) {
          float v = to[x * n + channel];
          float r = NormalVariance.raised(gloss ? 1 - v : v, lengths[at++]);
          to[x * n + channel] = gloss ? 1 - r : r;
        }
      }
    };
  }
}
