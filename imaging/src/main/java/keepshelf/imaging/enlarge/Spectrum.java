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

  /** Octaves share waves with their neighbours: each time is nearer, until all are near enough. */
  private static final int TIMES = 6;

  private static final double NEAR = 0.008;

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
          for (int x = 0; x < w; x++) {
            double sx = (x + 0.5) * hw / w - 0.5;
            int x0 = (int) Math.floor(sx);
            float fx = (float) (sx - x0);
            int l = x0 < 0 ? hw - 1 : x0;
            int r = x0 + 1 == hw ? 0 : x0 + 1;
            float up = coarse[top + l] + (coarse[top + r] - coarse[top + l]) * fx;
            float down = coarse[bottom + l] + (coarse[bottom + r] - coarse[bottom + l]) * fx;
            int i = y * w + x;
            p[i] += (gain - 1) * (p[i] - b[i]) + up + (down - up) * fy;
          }
        });
  }

  private float gain(int octave, double is) {
    double wanted = octaves.get(octave);
    float gain = is <= 1e-7 ? 1 : (float) Math.clamp(wanted / is, 1 / MOST, MOST);
    off = Math.max(off, Math.abs(gain - 1));
    return gain;
  }

  /** With weights of places nought, one and two pixels away, in both directions. */
  private static float[] blurred(float[] p, int w, int h, float[] by) {
    float[] rows = new float[p.length];
    IntStream.range(0, h)
        .parallel()
        .forEach(y -> {
          int o = y * w;
          for (int x = 0; x < w; x++) {
            boolean inner = x > 1 && x < w - 2;
            int a = o + (inner ? x - 2 : Math.floorMod(x - 2, w));
            int b = o + (inner ? x - 1 : Math.floorMod(x - 1, w));
            int c = o + (inner ? x + 1 : Math.floorMod(x + 1, w));
            int d = o + (inner ? x + 2 : Math.floorMod(x + 2, w));
            rows[o + x] = by[0] * p[o + x] + by[1] * (p[b] + p[c]) + by[2] * (p[a] + p[d]);
          }
        });
    float[] out = new float[p.length];
    IntStream.range(0, h)
        .parallel()
        .forEach(y -> {
          int a = Math.floorMod(y - 2, h) * w;
          int b = Math.floorMod(y - 1, h) * w;
          int c = Math.floorMod(y + 1, h) * w;
          int d = Math.floorMod(y + 2, h) * w;
          int o = y * w;
          for (int x = 0; x < w; x++) {
            out[o + x] =
                by[0] * rows[o + x]
                    + by[1] * (rows[b + x] + rows[c + x])
                    + by[2] * (rows[a + x] + rows[d + x]);
          }
        });
    return out;
  }

  private static float[] half(float[] p, int w, int h) {
    return Resampler.area(p, w, h, (w + 1) / 2, (h + 1) / 2);
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
