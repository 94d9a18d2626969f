package keepshelf.imaging.units;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** The connected pieces of a mask on a tile that repeats, each laid out as it hangs together. */
final class Pieces {
  private final int w;
  private final int h;
  private final boolean[] mask;
  private final int[] seenX;
  private final int[] seenY;
  private final int[] of;
  private final int[] queueX;
  private final int[] queueY;

  /**
   * A piece.
   *
   * @param xs columns of its pixels, which may lie beyond the tile
   * @param ys rows of them
   * @param endless whether it goes on from tile to tile
   */
  record Piece(int[] xs, int[] ys, boolean endless) {
    int area() {
      return xs.length;
    }
  }

  private Pieces(int w, int h, boolean[] mask) {
    this.w = w;
    this.h = h;
    this.mask = mask;
    seenX = new int[w * h];
    seenY = new int[w * h];
    of = new int[w * h];
    queueX = new int[w * h];
    queueY = new int[w * h];
  }

  /** All pieces of at least {@code least} pixels. */
  static List<Piece> of(boolean[] mask, int w, int h, int least) {
    Pieces p = new Pieces(w, h, mask);
    List<Piece> out = new ArrayList<>();
    int number = 0;
    for (int i = 0; i < mask.length; i++) {
      if (mask[i] && p.of[i] == 0) {
        Piece piece = p.from(i % w, i / w, ++number);
        if (piece.area() >= least) {
          out.add(piece);
        }
      }
    }
    return out;
  }

  private Piece from(int x, int y, int number) {
    int n = 0;
    boolean endless = false;
    queueX[n] = x;
    queueY[n++] = y;
    of[y * w + x] = number;
    seenX[y * w + x] = x;
    seenY[y * w + x] = y;
    for (int at = 0; at < n; at++) {
      for (int side = 0; side < 4; side++) {
        int nx = queueX[at] + (side == 0 ? 1 : side == 1 ? -1 : 0);
        int ny = queueY[at] + (side == 2 ? 1 : side == 3 ? -1 : 0);
        int i = Math.floorMod(ny, h) * w + Math.floorMod(nx, w);
        if (!mask[i]) {
          continue;
        }
        if (of[i] == 0) {
          of[i] = number;
          seenX[i] = nx;
          seenY[i] = ny;
          queueX[n] = nx;
          queueY[n++] = ny;
        } else if (seenX[i] != nx || seenY[i] != ny) {
          endless = true;
        }
      }
    }
    return new Piece(Arrays.copyOf(queueX, n), Arrays.copyOf(queueY, n), endless);
  }

  /** The mask without what is nearer than a pixel to its border. */
  static boolean[] eroded(boolean[] mask, int w, int h) {
    boolean[] out = new boolean[mask.length];
    for (int y = 0; y < h; y++) {
      int up = (y + h - 1) % h * w;
      int down = (y + 1) % h * w;
      for (int x = 0; x < w; x++) {
        int i = y * w + x;
        out[i] =
            mask[i]
                && mask[up + x]
                && mask[down + x]
                && mask[y * w + (x + 1) % w]
                && mask[y * w + (x + w - 1) % w];
      }
    }
    return out;
  }
}
