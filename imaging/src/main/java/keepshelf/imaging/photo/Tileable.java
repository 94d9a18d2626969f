package keepshelf.imaging.photo;

import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/**
 * Makes pictures of one set tile, all by the same cut: opposite borders are laid over each other
 * and cut where they differ least (A. Efros, W. Freeman, "Image quilting for texture synthesis and
 * transfer", 2001), blended over a few pixels beside it. Results are smaller by the overlap.
 */
public final class Tileable {
  private final Cut across;
  private final Cut down;

  private Tileable(Cut across, Cut down) {
    this.across = across;
    this.down = down;
  }

  /**
   * The cut that a picture is best joined by.
   *
   * @param guide that is compared
   * @param overlap share of each side that is laid over, up to a third
   */
  public static Tileable of(Pixels guide, double overlap) {
    Cut across = Cut.of(guide, overlap);
    return new Tileable(across, Cut.of(turned(across.joined(guide)), overlap));
  }

  /**
   * A picture of the set, tiling, at its own depth.
   *
   * @throws IllegalArgumentException when it has another size than the one that was compared
   */
  public Pixels joined(Pixels p) {
    return turned(down.joined(turned(across.joined(p))));
  }

  /**
   * A path through the overlap of the left and right border.
   *
   * @param w columns of the pictures
   * @param band columns of the overlap
   * @param column of the cut in each row; first and last are the same
   */
  private record Cut(int w, int band, int[] column) {
    static Cut of(Pixels p, double overlap) {
      int band = Math.max(2, (int) (p.width() * Math.clamp(overlap, 0.02, 0.33)));
      int h = p.height();
      float[][] d = new float[h][band];
      for (int y = 0; y < h; y++) {
        for (int x = 0; x < band; x++) {
          d[y][x] = difference(p, x, y, band);
        }
      }
      // Where a free path is half way, one that begins and ends at the same column fits well.
      int[] free = path(d, -1);
      return new Cut(p.width(), band, path(d, free[h / 2]));
    }

    Pixels joined(Pixels p) {
      if (p.width() != w || p.height() != column.length) {
        throw new IllegalArgumentException("maps of one set have one size");
      }
      int h = p.height();
      int n = p.channels();
      int outW = w - band;
      double soft = Math.max(1.5, band / 24.0);
      float[] out = new float[outW * h * n];
      for (int y = 0; y < h; y++) {
        for (int x = 0; x < outW; x++) {
          // What lay at the right border goes over into the left one along the cut.
          float left = x < band ? (float) Math.clamp((x - column[y]) / (2 * soft) + 0.5, 0, 1) : 1;
          for (int c = 0; c < n; c++) {
            float v = p.at((y * w + x) * n + c);
            out[(y * outW + x) * n + c] =
                left < 1 ? left * v + (1 - left) * p.at((y * w + x + outW) * n + c) : v;
          }
        }
      }
      return at(p.depth(), outW, h, n, out);
    }

    private static float difference(Pixels p, int x, int y, int band) {
      int n = p.channels();
      int w = p.width();
      float sum = 1e-4f;
      for (int c = 0; c < Math.min(3, n); c++) {
        float e = p.at((y * w + x) * n + c) - p.at((y * w + x + w - band) * n + c);
        sum += e * e;
      }
      return sum;
    }

    private static int[] path(float[][] d, int ends) {
      int h = d.length;
      int band = d[0].length;
      float[][] sum = new float[h][band];
      for (int y = 0; y < h; y++) {
        for (int x = 0; x < band; x++) {
          float before = 0;
          if (y > 0) {
            before = sum[y - 1][x];
            before = x > 0 ? Math.min(before, sum[y - 1][x - 1]) : before;
            before = x < band - 1 ? Math.min(before, sum[y - 1][x + 1]) : before;
          } else if (ends >= 0 && x != ends) {
            before = Float.MAX_VALUE / 4;
          }
          sum[y][x] = d[y][x] + before;
        }
      }
      int at = Math.max(0, ends);
      for (int x = 1; ends < 0 && x < band; x++) {
        at = sum[h - 1][x] < sum[h - 1][at] ? x : at;
      }
      int[] out = new int[h];
      for (int y = h - 1; y >= 0; y--) {
        out[y] = at;
        int best = at;
        for (int x = Math.max(0, at - 1); y > 0 && x <= Math.min(band - 1, at + 1); x++) {
          best = sum[y - 1][x] < sum[y - 1][best] ? x : best;
        }
        at = best;
      }
      return out;
    }
  }

  private static Pixels at(Depth depth, int w, int h, int n, float[] v) {
    return switch (depth) {
      case F32 -> Pixels.f32(w, h, n, v);
      case U16 -> {
        short[] out = new short[v.length];
        for (int i = 0; i < v.length; i++) {
          out[i] = (short) Math.round(v[i] * 65535);
        }
        yield Pixels.u16(w, h, n, out);
      }
      case U8 -> {
        byte[] out = new byte[v.length];
        for (int i = 0; i < v.length; i++) {
          out[i] = (byte) Math.round(v[i] * 255);
        }
        yield Pixels.u8(w, h, n, out);
      }
    };
  }

  /** Rows become columns. */
  private static Pixels turned(Pixels p) {
    int n = p.channels();
    int w = p.width();
    int h = p.height();
    float[] out = new float[w * h * n];
    for (int y = 0; y < h; y++) {
      for (int x = 0; x < w; x++) {
        for (int c = 0; c < n; c++) {
          out[(x * h + y) * n + c] = p.at((y * w + x) * n + c);
        }
      }
    }
    return at(p.depth(), h, w, n, out);
  }
}
