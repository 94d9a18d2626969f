package keepshelf.standins.frame;

import java.util.ArrayList;
import java.util.List;
import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;

/** Means over whole pictures and over their parts, in one walk over the samples. */
final class Averages {
  private Averages() {}

  /** Mean of each stored channel of a picture, 0..1. */
  static List<Double> of(Pixels p) {
    int n = p.channels();
    double[] sums = new double[n];
    double pixels = (double) p.width() * p.height();
    if (p.depth() == Depth.F32) {
      for (int i = 0; i < p.sampleCount(); i++) {
        sums[i % n] += p.at(i);
      }
    } else {
      long[] levels = p.depth() == Depth.U8 ? bytes(p.rawBytes(), n) : shorts(p.rawShorts(), n);
      for (int c = 0; c < n; c++) {
        sums[c] = (double) levels[c] / p.fullScale();
      }
    }
    List<Double> out = new ArrayList<>();
    for (double s : sums) {
      out.add(s / pixels);
    }
    return out;
  }

  private static long[] bytes(byte[] all, int n) {
    long[] out = new long[n];
    for (int c = 0; c < n; c++) {
      long sum = 0;
      for (int i = c; i < all.length; i += n) {
        sum += all[i] & 0xFF;
      }
      out[c] = sum;
    }
    return out;
  }

  private static long[] shorts(short[] all, int n) {
    long[] out = new long[n];
    for (int c = 0; c < n; c++) {
      long sum = 0;
      for (int i = c; i < all.length; i += n) {
        sum += all[i] & 0xFFFF;
      }
      out[c] = sum;
    }
    return out;
  }

  /**
   * A channel as {@code w} x {@code h} means.
   *
   * @param srgb whether samples go through the sRGB curve, of which 256 steps are enough for a
   *     picture
   */
  static float[] plane(Pixels p, int channel, boolean srgb, int w, int h) {
    if (p.depth() == Depth.U8 && p.width() % w == 0 && p.height() % h == 0) {
      return blocks(p, channel, levels(srgb), w, h);
    }
    float[] plane = p.plane(channel);
    for (int i = 0; srgb && i < plane.length; i++) {
      plane[i] = Srgb.byteToLinear(Math.clamp(Math.round(plane[i] * 255), 0, 255));
    }
    return Resampler.area(plane, p.width(), p.height(), w, h);
  }

  private static float[] levels(boolean srgb) {
    float[] out = new float[256];
    for (int i = 0; i < 256; i++) {
      out[i] = srgb ? Srgb.byteToLinear(i) : i * (1f / 255f);
    }
    return out;
  }

  private static float[] blocks(Pixels p, int channel, float[] levels, int w, int h) {
    byte[] all = p.rawBytes();
    int n = p.channels();
    int fx = p.width() / w;
    int fy = p.height() / h;
    float[] out = new float[w * h];
    float share = 1f / (fx * fy);
    for (int y = 0; y < p.height(); y++) {
      int at = y * p.width() * n + channel;
      int row = y / fy * w;
      for (int x = 0; x < w; x++) {
        float sum = 0;
        for (int k = 0; k < fx; k++) {
          sum += levels[all[at] & 0xFF];
          at += n;
        }
        out[row + x] += sum * share;
      }
    }
    return out;
  }
}
