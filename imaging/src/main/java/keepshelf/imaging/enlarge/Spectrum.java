package keepshelf.imaging.enlarge;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import keepshelf.imaging.resample.Resampler;

/**
 * How strong the waves of a tiling plane are, octave by octave, on a pyramid of differences (P.
 * Burt, E. Adelson, "The Laplacian pyramid as a compact image code", 1983), and planes brought to
 * the strengths of another.
 */
final class Spectrum {
  /** No octave is made stronger or weaker than by this factor. */
  private static final double MOST = 1.6;

  /** Octaves are looked at down to so many pixels of the smaller tile. */
  private static final int COARSEST = 8;

  /**
   * Octaves share waves with their neighbours: each time is nearer, the more so when more is done
   * than an octave asks for alone (successive over-relaxation).
   */
  private static final int TIMES = 4;

  private static final double MORE = 1.35;
  private static final double NEAR = 0.008;

  /** Rows that are blurred at once. */
  private static final int STRIP = 64;

  /** Into so many the finest octave is parted. */
  private static final int FINE = 2;

  /** Weights for a part of the finest octave, and for an octave. */
  private static final float[] NARROW = {0.5f, 0.25f, 0};

  private static final float[] WIDE = {0.375f, 0.25f, 0.0625f};

  private final double mean;
  private final double spread;
  private final List<Double> octaves;
  private double off;

  private Spectrum(double mean, double spread, List<Double> octaves) {
    this.mean = mean;
    this.spread = spread;
    this.octaves = octaves;
  }

  /** The strengths of a plane. */
  static Spectrum of(float[] plane, int w, int h) {
    List<Double> octaves = new ArrayList<>();
    float[] p = plane;
    for (int i = 0; i < FINE; i++) {
      float[] soft = blurred(p, w, h, NARROW);
      octaves.add(difference(p, soft));
      p = soft;
    }
    int pw = w;
    int ph = h;
    while (Math.min(pw, ph) >= COARSEST) {
      float[] b = blurred(p, pw, ph, WIDE);
      octaves.add(difference(p, b));
      p = half(b, pw, ph);
      pw = (pw + 1) / 2;
      ph = (ph + 1) / 2;
    }
    octaves.add(spread(p, mean(p)));
    double whole = mean(plane);
    return new Spectrum(whole, spread(plane, whole), octaves);
  }

  /** Root mean square of each octave, the finest first; last what is coarser than all. */
  double[] strengths() {
    return octaves.stream().mapToDouble(Double::doubleValue).toArray();
  }

  /** Brings a larger plane to these strengths and to this mean; it is changed. */
  void impose(float[] plane, int w, int h) {
    off = 1;
    for (int t = 0; t < TIMES && off > NEAR; t++) {
      off = 0;
      fine(plane, w, h, 0);
    }
    // Waves that are wider than the tile have no octave: half of what they lack is shared out.
    double own = mean(plane);
    double is = spread(plane, own);
    double scale = is <= 1e-7 ? 1 : Math.clamp(Math.sqrt(spread / is), 1 / MOST, MOST);
    for (int i = 0; i < plane.length; i++) {
      plane[i] = (float) (own + (plane[i] - own) * scale);
    }
  }

  private void fine(float[] p, int w, int h, int octave) {
    if (octave == FINE) {
      add(p, w, h, octave);
      return;
    }
    float[] soft = blurred(p, w, h, NARROW);
    float gain = gain(octave, difference(p, soft));
    for (int i = 0; i < p.length; i++) {
      p[i] = (p[i] - soft[i]) * gain;
    }
    fine(soft, w, h, octave + 1);
    for (int i = 0; i < p.length; i++) {
      p[i] += soft[i];
    }
  }

  private void add(float[] p, int w, int h, int octave) {
    if (octave == octaves.size() - 1) {
      double own = mean(p);
      float gain = gain(octave, spread(p, own));
      for (int i = 0; i < p.length; i++) {
        p[i] = (float) (mean + (p[i] - own) * gain);
      }
      return;
    }
    float[] b = blurred(p, w, h, WIDE);
    float gain = gain(octave, difference(p, b));
    int hw = (w + 1) / 2;
    int hh = (h + 1) / 2;
    float[] coarse = half(b, w, h);
    float[] was = coarse.clone();
    add(coarse, hw, hh, octave + 1);
    for (int i = 0; i < coarse.length; i++) {
      coarse[i] -= was[i];
    }
    IntStream.range(0, h)
        .parallel()
        .forEach(y -> {
          double sy = (y + 0.5) * hh / h - 0.5;
          int y0 = (int) Math.floor(sy);
          float fy = (float) (sy - y0);
          int top = Math.floorMod(y0, hh) * hw;
          int bottom = Math.floorMod(y0 + 1, hh) * hw;
          float[] row = new float[hw + 2];
          for (int x = 0; x < hw; x++) {
            row[x + 1] = coarse[top + x] + (coarse[bottom + x] - coarse[top + x]) * fy;
          }
          row[0] = row[hw];
          row[hw + 1] = row[1];
          for (int x = 0; x < w; x++) {
            double sx = (x + 0.5) * hw / w + 0.5;
            int x0 = (int) sx;
            int i = y * w + x;
            float more = row[x0] + (row[x0 + 1] - row[x0]) * (float) (sx - x0);
            p[i] += (gain - 1) * (p[i] - b[i]) + more;
          }
        });
  }

  private float gain(int octave, double is) {
    double wanted = octaves.get(octave);
    float gain = is <= 1e-7 ? 1 : (float) Math.clamp(Math.pow(wanted / is, MORE), 1 / MOST, MOST);
    off = Math.max(off, Math.abs(gain - 1));
    return gain;
  }

  /** With weights of places nought, one and two pixels away, in both directions. */
  private static float[] blurred(float[] p, int w, int h, float[] by) {
    float[] out = new float[p.length];
    IntStream.range(0, (h + STRIP - 1) / STRIP)
        .parallel()
        .forEach(strip -> {
          float[][] five = new float[5][w];
          int from = strip * STRIP;
          for (int y = from - 2; y < from + 2; y++) {
            row(p, w, h, y, by, five[Math.floorMod(y, 5)]);
          }
          for (int y = from; y < Math.min(h, from + STRIP); y++) {
            row(p, w, h, y + 2, by, five[(y + 2) % 5]);
            float[] a = five[Math.floorMod(y - 2, 5)];
            float[] b = five[Math.floorMod(y - 1, 5)];
            float[] c = five[y % 5];
            float[] d = five[(y + 1) % 5];
            float[] e = five[(y + 2) % 5];
            int o = y * w;
            for (int x = 0; x < w; x++) {
              out[o + x] = by[0] * c[x] + by[1] * (b[x] + d[x]) + by[2] * (a[x] + e[x]);
            }
          }
        });
    return out;
  }

  private static void row(float[] p, int w, int h, int y, float[] by, float[] out) {
    int o = Math.floorMod(y, h) * w;
    for (int x = 2; x < w - 2; x++) {
      int i = o + x;
      out[x] = by[0] * p[i] + by[1] * (p[i - 1] + p[i + 1]) + by[2] * (p[i - 2] + p[i + 2]);
    }
    for (int n = 0; n < Math.min(w, 4); n++) {
      int x = n < 2 ? n : w - n + 1;
      out[x] =
          by[0] * p[o + x]
              + by[1] * (p[o + Math.floorMod(x - 1, w)] + p[o + Math.floorMod(x + 1, w)])
              + by[2] * (p[o + Math.floorMod(x - 2, w)] + p[o + Math.floorMod(x + 2, w)]);
    }
  }

  private static float[] half(float[] p, int w, int h) {
    if (w % 2 != 0 || h % 2 != 0) {
      return Resampler.area(p, w, h, (w + 1) / 2, (h + 1) / 2);
    }
    float[] out = new float[p.length / 4];
    IntStream.range(0, h / 2)
        .parallel()
        .forEach(y -> {
          int o = 2 * y * w;
          for (int x = 0; x < w / 2; x++) {
            int i = o + 2 * x;
            out[y * w / 2 + x] = (p[i] + p[i + 1] + p[i + w] + p[i + w + 1]) / 4;
          }
        });
    return out;
  }

  private static double difference(float[] a, float[] b) {
    double sum = 0;
    for (int i = 0; i < a.length; i++) {
      double d = a[i] - b[i];
      sum += d * d;
    }
    return Math.sqrt(sum / a.length);
  }

  private static double mean(float[] p) {
    double sum = 0;
    for (float v : p) {
      sum += v;
    }
    return sum / p.length;
  }

  private static double spread(float[] p, double mean) {
    double sum = 0;
    for (float v : p) {
      sum += (v - mean) * (v - mean);
    }
    return Math.sqrt(sum / p.length);
  }
}
