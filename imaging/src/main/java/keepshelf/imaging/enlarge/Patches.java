package keepshelf.imaging.enlarge;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import keepshelf.imaging.fourier.Fft;

/**
 * Pieces of a tile laid over its repetitions, each shifted by a distance at which the tile is like
 * itself, and cut out where the difference is least (A. Efros, W. Freeman, "Image quilting for
 * texture synthesis and transfer", 2001; V. Kwatra and others, "Graphcut textures", 2003, which
 * lays patches over what is there).
 */
final class Patches implements Weave {
  /** Side of a piece and width of the band that its cut runs in, as shares of a tile. */
  private static final double SIDE = 0.62;

  private static final double BAND = 0.14;

  /** A piece fades in over this part of a tile beside its cut. */
  private static final double SOFT = 40;

  /** Shifts that are chosen from. */
  private static final int SHIFTS = 24;

  private final int w;
  private final int h;
  private final int outW;
  private final int outH;
  private final short[] shiftX;
  private final short[] shiftY;

  /** What lay there before the last piece, and how much of that piece is seen, 0..255. */
  private final short[] belowX;

  private final short[] belowY;
  private final byte[] share;
  private final float[] guide;

  /**
   * For a tile.
   *
   * @param detail of each of its w x h pixels, which shifts are found by
   * @param light of each of them, which cuts are found by
   */
  Patches(float[] detail, float[] light, int w, int h, int factor, long seed) {
    this.w = w;
    this.h = h;
    this.guide = light;
    outW = w * factor;
    outH = h * factor;
    shiftX = new short[outW * outH];
    shiftY = new short[outW * outH];
    belowX = new short[outW * outH];
    belowY = new short[outW * outH];
    share = new byte[outW * outH];
    List<int[]> shifts = shifts(detail, w, h);
    Random dice = new Random(seed);
    int side = (int) (Math.min(w, h) * SIDE);
    int count = (int) Math.ceil(2.2 * outW * outH / ((double) side * side));
    for (int i = 0; i < count; i++) {
      int[] s = shifts.get(dice.nextInt(shifts.size()));
      paste(dice.nextInt(outW), dice.nextInt(outH), side, s[0], s[1]);
    }
  }

  /** Shifts at which the tile is most like itself, far enough from none. */
  private static List<int[]> shifts(float[] guide, int w, int h) {
    float[] re = guide.clone();
    float[] im = new float[re.length];
    Fft fft = new Fft(w, h);
    fft.transform(re, im, false);
    for (int i = 0; i < re.length; i++) {
      re[i] = re[i] * re[i] + im[i] * im[i];
      im[i] = 0;
    }
    re[0] = 0;
    fft.transform(re, im, true);
    List<int[]> out = new ArrayList<>();
    int apart = Math.max(2, Math.min(w, h) / 24);
    int far = Math.min(w, h) / 6;
    while (out.size() < SHIFTS) {
      int best = -1;
      for (int i = 0; i < re.length; i++) {
        int dx = Math.min(i % w, w - i % w);
        int dy = Math.min(i / w, h - i / w);
        if (dx * dx + dy * dy >= far * far && (best < 0 || re[i] > re[best])) {
          best = i;
        }
      }
      if (best < 0 || re[best] == Float.NEGATIVE_INFINITY) {
        break;
      }
      out.add(new int[] {best % w, best / w});
      for (int y = -apart; y <= apart; y++) {
        for (int x = -apart; x <= apart; x++) {
          int at = Math.floorMod(best / w + y, h) * w + Math.floorMod(best % w + x, w);
          re[at] = Float.NEGATIVE_INFINITY;
        }
      }
    }
    return out.isEmpty() ? List.of(new int[] {w / 2, h / 2}) : out;
  }

  /** Lays one piece: inside the four cuts it is shifted, outside what was there stays. */
  private void paste(int left, int top, int side, int dx, int dy) {
    int band = Math.max(2, (int) (Math.min(w, h) * BAND));
    int[] cutLeft = cut(left, top, side, band, dx, dy, false, false);
    int[] cutRight = cut(left, top, side, band, dx, dy, false, true);
    int[] cutTop = cut(left, top, side, band, dx, dy, true, false);
    int[] cutBottom = cut(left, top, side, band, dx, dy, true, true);
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        boolean inside =
            x >= cutLeft[y] && x < side - cutRight[y] && y >= cutTop[x] && y < side - cutBottom[x];
        if (inside) {
          int i = Math.floorMod(top + y, outH) * outW + Math.floorMod(left + x, outW);
          shiftX[i] = (short) dx;
          shiftY[i] = (short) dy;
        }
      }
    }
  }

  /**
   * The path of least difference through a band along one side: for each line across the band how
   * far from the side it lies.
   */
  private int[] cut(
      int left, int top, int side, int band, int dx, int dy, boolean across, boolean far) {
    float[][] sum = new float[side][band];
    for (int l = 0; l < side; l++) {
      for (int b = 0; b < band; b++) {
        int in = far ? side - 1 - b : b;
        float d = difference(left + (across ? l : in), top + (across ? in : l), dx, dy);
        float before = 0;
        if (l > 0) {
          before = sum[l - 1][b];
          before = b > 0 ? Math.min(before, sum[l - 1][b - 1]) : before;
          before = b < band - 1 ? Math.min(before, sum[l - 1][b + 1]) : before;
        }
        sum[l][b] = d + before;
      }
    }
    int[] out = new int[side];
    int at = 0;
    for (int b = 1; b < band; b++) {
      at = sum[side - 1][b] < sum[side - 1][at] ? b : at;
    }
    for (int l = side - 1; l >= 0; l--) {
      out[l] = at;
      if (l > 0) {
        int best = at;
        for (int b = Math.max(0, at - 1); b <= Math.min(band - 1, at + 1); b++) {
          best = sum[l - 1][b] < sum[l - 1][best] ? b : best;
        }
        at = best;
      }
    }
    return out;
  }

  private float difference(int x, int y, int dx, int dy) {
    int i = Math.floorMod(y, outH) * outW + Math.floorMod(x, outW);
    float there = guide(x + shiftX[i], y + shiftY[i]);
    float d = there - guide(x + dx, y + dy);
    return d * d;
  }

  private float guide(int x, int y) {
    return guide[Math.floorMod(y, h) * w + Math.floorMod(x, w)];
  }

  @Override
  public int at(int x, int y, int[] sx, int[] sy, float[] weight) {
    int i = y * outW + x;
    int seen = share[i] & 255;
    sx[0] = (x + shiftX[i]) % w;
    sy[0] = (y + shiftY[i]) % h;
    if (seen == 255 || seen == 0) {
      weight[0] = 1;
      return 1;
    }
    sx[1] = (x + belowX[i]) % w;
    sy[1] = (y + belowY[i]) % h;
    weight[0] = seen / 255f;
    weight[1] = 1 - weight[0];
    return 2;
  }
}
