package keepshelf.imaging.fingerprint;

import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/**
 * What is left between two pictures once they are laid over each other.
 *
 * @param side width and height of the comparison in pixels
 * @param amount difference of each pixel 0..1, the largest of its channels, rows from the top
 * @param decibels peak signal-to-noise ratio; 99 when nothing differs
 * @param share of the pixels that differ by more than strong compression explains, 0..1
 * @param shiftX by how much the second is shifted to the right, as a share of its width, -0.5..0.5
 * @param shiftY by how much it is shifted down, as a share of its height
 */
public record Difference(
    int side, float[] amount, double decibels, double share, double shiftX, double shiftY) {
  /** Blocks of a JPEG of quality 50 differ by about so much from the original, in levels of 255. */
  private static final float EXPLAINED = 16 / 255f;

  /** The alignment is known to one part in so many of a side. */
  private static final int COARSE = 128;

  /**
   * Compares {@code a} with {@code b} at {@code side} pixels, turned, mirrored and shifted as
   * {@code match} says; differences of overall brightness are taken out first. One tile of a
   * picture that repeats is compared.
   */
  public static Difference of(Pixels a, Pixels b, Match match, int side) {
    float[][] first = planes(a, tiles(1 / match.tilingX()), tiles(1 / match.tilingY()), side);
    float[][] second = planes(b, tiles(match.tilingX()), tiles(match.tilingY()), side);
    for (int c = 0; c < 3; c++) {
      second[c] = turned(second[c], side, match.turns(), match.mirrored());
      level(first[c], second[c]);
    }
    int x0 = (int) Math.round(match.shiftX() * side);
    int y0 = (int) Math.round(match.shiftY() * side);
    int bestX = x0;
    int bestY = y0;
    double best = Double.MAX_VALUE;
    int reach = side / COARSE + 2;
    for (int dy = -reach; dy <= reach; dy++) {
      for (int dx = -reach; dx <= reach; dx++) {
        double e = error(first[1], second[1], side, x0 + dx, y0 + dy);
        // A straight alignment is preferred when a slanted one is no better.
        if (e < best - 1e-12 || (e <= best && dx == 0 && dy == 0)) {
          best = e;
          bestX = x0 + dx;
          bestY = y0 + dy;
        }
      }
    }
    return measured(first, second, side, bestX, bestY);
  }

  private static Difference measured(
      float[][] first, float[][] second, int side, int shiftX, int shiftY) {
    float[] amount = new float[side * side];
    double squares = 0;
    int over = 0;
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        int j = Math.floorMod(y + shiftY, side) * side + Math.floorMod(x + shiftX, side);
        int i = y * side + x;
        for (int c = 0; c < 3; c++) {
          float d = Math.abs(first[c][i] - second[c][j]);
          squares += d * d;
          amount[i] = Math.max(amount[i], Math.min(1, d));
        }
        over += amount[i] > EXPLAINED ? 1 : 0;
      }
    }
    double mean = squares / (3.0 * side * side);
    double decibels = mean < 1e-10 ? 99 : Math.min(99, -10 * Math.log10(mean));
    return new Difference(
        side,
        amount,
        decibels,
        over / (double) (side * side),
        wrapped(shiftX / (double) side),
        wrapped(shiftY / (double) side));
  }

  private static double wrapped(double share) {
    return share - Math.rint(share);
  }

  private static double tiles(double tiling) {
    return Math.max(1, tiling);
  }

  private static float[][] planes(Pixels p, double across, double down, int side) {
    int w = (int) Math.max(1, Math.round(p.width() / across));
    int h = (int) Math.max(1, Math.round(p.height() / down));
    float[][] out = new float[3][];
    for (int c = 0; c < 3; c++) {
      float[] plane = new float[w * h];
      int channel = p.channels() < 3 ? 0 : c;
      for (int y = 0; y < h; y++) {
        for (int x = 0; x < w; x++) {
          plane[y * w + x] = p.value(x, y, channel);
        }
      }
      out[c] = Resampler.area(plane, w, h, side, side);
    }
    return out;
  }

  /** As {@link Matcher} turns: the turn is undone first, then the mirror. */
  private static float[] turned(float[] in, int n, int turns, boolean mirror) {
    if (turns == 0 && !mirror) {
      return in;
    }
    float[] out = new float[in.length];
    for (int y = 0; y < n; y++) {
      for (int x = 0; x < n; x++) {
        int sx = x;
        int sy = y;
        for (int t = 0; t < turns; t++) {
          int old = sx;
          sx = n - 1 - sy;
          sy = old;
        }
        out[y * n + x] = in[sy * n + (mirror ? n - 1 - sx : sx)];
      }
    }
    return out;
  }

  /** Brings the mean of {@code b} to that of {@code a}. */
  private static void level(float[] a, float[] b) {
    double d = 0;
    for (int i = 0; i < a.length; i++) {
      d += a[i] - b[i];
    }
    float mean = (float) (d / a.length);
    for (int i = 0; i < b.length; i++) {
      b[i] += mean;
    }
  }

  private static double error(float[] a, float[] b, int n, int dx, int dy) {
    double e = 0;
    for (int y = 0; y < n; y += 2) {
      for (int x = 0; x < n; x += 2) {
        float d = a[y * n + x] - b[Math.floorMod(y + dy, n) * n + Math.floorMod(x + dx, n)];
        e += d * d;
      }
    }
    return e;
  }
}
