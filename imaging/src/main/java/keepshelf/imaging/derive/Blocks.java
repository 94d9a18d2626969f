package keepshelf.imaging.derive;

import java.util.stream.IntStream;
import keepshelf.imaging.pixel.Pixels;

/**
 * Takes the blocks and ripples of an earlier JPEG out of maps. The picture is rounded again in the
 * same steps on grids that lie otherwise, and the mean of all is taken (A. Nosratinia, "Enhancement
 * of JPEG-compressed images by re-application of JPEG", 2001); at the end every wave of the first
 * grid is brought back into the step that it was stored in, so that the result is a picture that
 * the same JPEG could have come from.
 */
public final class Blocks {
  /** Grids are shifted by odd numbers of pixels: none has a border with the first in common. */
  private static final int SHIFT = 2;

  /** Levels by which a wave may leave its step: values were rounded after it was read. */
  private static final float ROUNDED = 0.25f;

  private Blocks() {}

  /**
   * A lossless picture without the blocks of an earlier JPEG, at 16 bits; the picture itself where
   * it shows no steps.
   *
   * @param p 8 bits a channel, 1 or 3 channels, whose blocks begin at the upper left
   */
  public static Pixels removed(Pixels p) {
    int w = p.width();
    int h = p.height();
    int n = p.channels() < 3 ? 1 : 3;
    float[][] planes = new float[n][];
    for (int c = 0; c < n; c++) {
      planes[c] = scaled(p.plane(c), 255);
    }
    float[][] waves = n == 1 ? planes : differences(planes);
    boolean any = false;
    for (int c = 0; c < n; c++) {
      float[] steps = BlockSteps.of(waves[c], w, h);
      any |= steps != null;
      waves[c] = steps == null ? waves[c] : removed(waves[c], w, h, steps);
    }
    return any ? deep(waves, w, h) : p;
  }

  /** A JPEG without its blocks, at 16 bits, 1 or 3 channels. */
  public static Pixels removed(JpegPlanes p) {
    int w = p.width();
    int h = p.height();
    float[][] out = new float[p.planes().length][];
    for (int c = 0; c < out.length; c++) {
      int across = p.across()[c];
      int down = p.down()[c];
      out[c] =
          across == 1 && down == 1
              ? removed(p.planes()[c], w, h, p.steps()[c])
              : coarse(p.planes()[c], w, h, across, down, p.steps()[c]);
    }
    return deep(out, w, h);
  }

  /** Luma and two differences of colours (JFIF 1.02), 0..255. */
  private static float[][] differences(float[][] rgb) {
    float[][] out = new float[3][rgb[0].length];
    for (int i = 0; i < rgb[0].length; i++) {
      float luma = 0.299f * rgb[0][i] + 0.587f * rgb[1][i] + 0.114f * rgb[2][i];
      out[0][i] = luma;
      out[1][i] = (rgb[2][i] - luma) / 1.772f + 128;
      out[2][i] = (rgb[0][i] - luma) / 1.402f + 128;
    }
    return out;
  }

  /** One plane as grey, three as the colours that they stand for. */
  private static Pixels deep(float[][] planes, int w, int h) {
    if (planes.length == 1) {
      return Ranges.deep(scaled(planes[0], 1 / 255f), w, h);
    }
    short[] out = new short[3 * w * h];
    for (int i = 0; i < w * h; i++) {
      float y = planes[0][i];
      float cb = planes[1][i] - 128;
      float cr = planes[2][i] - 128;
      out[3 * i] = deep(y + 1.402f * cr);
      out[3 * i + 1] = deep(y - 0.344136f * cb - 0.714136f * cr);
      out[3 * i + 2] = deep(y + 1.772f * cb);
    }
    return Pixels.u16(w, h, 3, out);
  }

  private static short deep(float v) {
    return (short) Math.round(Math.clamp(v, 0, 255) * 257);
  }

  private static float[] scaled(float[] plane, float by) {
    float[] out = new float[plane.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = plane[i] * by;
    }
    return out;
  }

  /** A plane whose values are two pixels wide or high: what is changed there is added to it. */
  private static float[] coarse(float[] plane, int w, int h, int across, int down, float[] steps) {
    int sw = (w + across - 1) / across;
    int sh = (h + down - 1) / down;
    float[] small = new float[sw * sh];
    for (int y = 0; y < sh; y++) {
      for (int x = 0; x < sw; x++) {
        float sum = 0;
        for (int j = 0; j < down; j++) {
          for (int i = 0; i < across; i++) {
            int row = Math.min(h - 1, y * down + j) * w;
            sum += plane[row + Math.min(w - 1, x * across + i)];
          }
        }
        small[y * sw + x] = sum / (across * down);
      }
    }
    float[] clean = removed(small, sw, sh, steps);
    float[] out = new float[plane.length];
    for (int y = 0; y < h; y++) {
      float v = (y + 0.5f) / down - 0.5f;
      for (int x = 0; x < w; x++) {
        float u = (x + 0.5f) / across - 0.5f;
        out[y * w + x] = plane[y * w + x] + between(clean, small, sw, sh, u, v);
      }
    }
    return out;
  }

  /** What was changed at a place between the samples. */
  private static float between(float[] now, float[] was, int w, int h, float u, float v) {
    int x0 = Math.clamp((int) Math.floor(u), 0, w - 1);
    int y0 = Math.clamp((int) Math.floor(v), 0, h - 1);
    int x1 = Math.min(w - 1, x0 + 1);
    int y1 = Math.min(h - 1, y0 + 1);
    float a = Math.clamp(u - x0, 0, 1);
    float b = Math.clamp(v - y0, 0, 1);
    float top =
        (now[y0 * w + x0] - was[y0 * w + x0]) * (1 - a) + (now[y0 * w + x1] - was[y0 * w + x1]) * a;
    float low =
        (now[y1 * w + x0] - was[y1 * w + x0]) * (1 - a) + (now[y1 * w + x1] - was[y1 * w + x1]) * a;
    return top * (1 - b) + low * b;
  }

  private static float[] removed(float[] plane, int w, int h, float[] steps) {
    return kept(plane, averaged(plane, w, h, steps), w, h, steps);
  }

  private static float[] averaged(float[] plane, int w, int h, float[] steps) {
    float[] sum = new float[plane.length];
    int grids = 0;
    for (int dy = 1; dy < 8; dy += SHIFT) {
      for (int dx = 1; dx < 8; dx += SHIFT) {
        again(plane, w, h, dx, dy, steps, sum);
        grids++;
      }
    }
    for (int i = 0; i < sum.length; i++) {
      sum[i] /= grids;
    }
    return sum;
  }

  /** Adds the picture as it is after it was rounded on a shifted grid. */
  private static void again(
      float[] plane, int w, int h, int dx, int dy, float[] steps, float[] sum) {
    int rows = (h + dy + 7) / 8;
    IntStream.range(0, rows)
        .parallel()
        .forEach(row -> {
          float[] block = new float[64];
          int y0 = row * 8 - dy;
          for (int x0 = -dx; x0 < w; x0 += 8) {
            BlockWaves.read(plane, w, h, x0, y0, block);
            BlockWaves.forward(block);
            for (int k = 0; k < 64; k++) {
              block[k] = (float) Math.rint(block[k] / steps[k]) * steps[k];
            }
            BlockWaves.back(block);
            for (int y = Math.max(0, -y0); y < 8 && y0 + y < h; y++) {
              for (int x = Math.max(0, -x0); x < 8 && x0 + x < w; x++) {
                sum[(y0 + y) * w + x0 + x] += block[8 * y + x] + 128;
              }
            }
          }
        });
  }

  /** {@code smooth} with each wave of the first grid within the step that it was stored in. */
  private static float[] kept(float[] plane, float[] smooth, int w, int h, float[] steps) {
    float[] out = new float[plane.length];
    IntStream.range(0, (h + 7) / 8)
        .parallel()
        .forEach(row -> {
          float[] was = new float[64];
          float[] is = new float[64];
          int y0 = row * 8;
          for (int x0 = 0; x0 < w; x0 += 8) {
            BlockWaves.read(plane, w, h, x0, y0, was);
            BlockWaves.forward(was);
            BlockWaves.read(smooth, w, h, x0, y0, is);
            BlockWaves.forward(is);
            for (int k = 0; k < 64; k++) {
              float stored = (float) Math.rint(was[k] / steps[k]) * steps[k];
              float room = steps[k] / 2 + ROUNDED;
              is[k] = Math.clamp(is[k], stored - room, stored + room);
            }
            BlockWaves.back(is);
            for (int y = 0; y < 8 && y0 + y < h; y++) {
              for (int x = 0; x < 8 && x0 + x < w; x++) {
                out[(y0 + y) * w + x0 + x] = Math.clamp(is[8 * y + x] + 128, 0, 255);
              }
            }
          }
        });
    return out;
  }
}
