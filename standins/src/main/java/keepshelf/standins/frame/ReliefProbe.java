package keepshelf.standins.frame;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.resample.Resampler;
import keepshelf.standins.frame.ReadSurface.Input;
import keepshelf.standins.frame.ReadSurface.Meaning;
import keepshelf.standins.frame.ReadSurface.Placement;

/**
 * The slopes that a surface has when it is rendered, at places of one tile: what the pictures that
 * were loaded say at the coordinates that the placement gives. As in all renderers, turned
 * coordinates do not turn the vectors of a normal map.
 */
final class ReliefProbe {
  /** Places a side. */
  static final int SIDE = 24;

  /** Pictures are looked at with as many pixels a side at the most. */
  private static final int LOOKED_AT = 64;

  private final float[][] planes;
  private final int width;
  private final int height;

  private ReliefProbe(float[][] planes, int width, int height) {
    this.planes = planes;
    this.width = width;
    this.height = height;
  }

  /**
   * What a surface's relief is like; null when it has none.
   *
   * @return {@code kind} ({@code normals}: slopes as such; {@code heights}: stored height a metre
   *     of surface) and {@code slopes}, to the right and upwards in turn, place by place from the
   *     lower left of the tile, row by row
   */
  static Map<String, Object> of(ReadSurface s, Pictures pictures) throws IOException {
    Placement p = s.placement() == null ? Placement.WHOLE : s.placement();
    Input up = s.meaning(Meaning.NORMAL_UP);
    Input down = s.meaning(Meaning.NORMAL_DOWN);
    Input normal = up != null ? up : down;
    if (normal != null && normal.file() != null) {
      return Map.of(
          "kind", "normals", "slopes", slopes(pictures.of(normal.file()), up != null ? 1 : -1, p));
    }
    for (Input i : s.inputs()) {
      boolean raised = "bump".equals(i.through()) || "displacement".equals(i.through());
      if (raised && i.file() != null) {
        return Map.of("kind", "heights", "slopes", gradients(pictures.of(i.file()), p));
      }
    }
    return null;
  }

  private static List<Double> slopes(Pixels p, int up, Placement at) {
    int n = p.width() * p.height();
    float[] right = new float[n];
    float[] high = new float[n];
    for (int i = 0; i < n; i++) {
      float x = 2 * p.at(i * p.channels()) - 1;
      float y = up * (2 * p.at(i * p.channels() + Math.min(1, p.channels() - 1)) - 1);
      float z = p.channels() < 3 ? 1 : 2 * p.at(i * p.channels() + 2) - 1;
      float out = Math.max(z, 0.05f);
      right[i] = Math.clamp(-x / out, -4f, 4f);
      high[i] = Math.clamp(-y / out, -4f, 4f);
    }
    ReliefProbe probe = small(p, right, high);
    List<Double> all = new ArrayList<>();
    for (int j = 0; j < SIDE; j++) {
      for (int i = 0; i < SIDE; i++) {
        double[] t = at.at(across(i) * at.tile(), across(j) * at.tileHeight());
        all.add(rounded(probe.value(0, t)));
        all.add(rounded(probe.value(1, t)));
      }
    }
    return all;
  }

  /**
   * Slopes of a height picture, which are worked out at its own size and averaged afterwards: of a
   * picture made small first the fine grain would be gone.
   */
  private static List<Double> gradients(Pixels p, Placement at) {
    ReliefProbe probe = steepness(p);
    double[] from = at.at(0, 0);
    double[] right = at.at(1, 0);
    double[] high = at.at(0, 1);
    List<Double> all = new ArrayList<>();
    for (int j = 0; j < SIDE; j++) {
      for (int i = 0; i < SIDE; i++) {
        double[] t = at.at(across(i) * at.tile(), across(j) * at.tileHeight());
        double x = probe.value(0, t);
        double y = probe.value(1, t);
        all.add(rounded(x * (right[0] - from[0]) + y * (right[1] - from[1])));
        all.add(rounded(x * (high[0] - from[0]) + y * (high[1] - from[1])));
      }
    }
    return all;
  }

  /** How much a height picture rises to the right and upwards, a picture's width and height. */
  private static ReliefProbe steepness(Pixels p) {
    int w = p.width();
    int h = p.height();
    float[] v = p.plane(0);
    float[] right = new float[v.length];
    float[] high = new float[v.length];
    for (int y = 0; y < h; y++) {
      int above = (y + h - 1) % h * w;
      int below = (y + 1) % h * w;
      for (int x = 0; x < w; x++) {
        float across = v[y * w + (x + 1) % w] - v[y * w + (x + w - 1) % w];
        right[y * w + x] = across * w / 2;
        high[y * w + x] = (v[above + x] - v[below + x]) * h / 2;
      }
    }
    return small(p, right, high);
  }

  private static double across(int i) {
    return (i + 0.5) / SIDE;
  }

  private static double rounded(double v) {
    return Math.round(v * 1e5) / 1e5;
  }

  private static ReliefProbe small(Pixels p, float[]... planes) {
    int w = Math.min(LOOKED_AT, p.width());
    int h = Math.min(LOOKED_AT, p.height());
    float[][] out = new float[planes.length][];
    for (int c = 0; c < out.length; c++) {
      out[c] = Resampler.area(planes[c], p.width(), p.height(), w, h);
    }
    return new ReliefProbe(out, w, h);
  }

  /** Between the pixels of a tiling plane; {@code t} counts pictures, upwards. */
  private double value(int plane, double[] t) {
    double x = (t[0] - Math.floor(t[0])) * width - 0.5;
    double y = (1 - (t[1] - Math.floor(t[1]))) * height - 0.5;
    int x0 = (int) Math.floor(x);
    int y0 = (int) Math.floor(y);
    double a = x - x0;
    double b = y - y0;
    float[] v = planes[plane];
    double top = at(v, x0, y0) * (1 - a) + at(v, x0 + 1, y0) * a;
    double low = at(v, x0, y0 + 1) * (1 - a) + at(v, x0 + 1, y0 + 1) * a;
    return top * (1 - b) + low * b;
  }

  private float at(float[] v, int x, int y) {
    return v[Math.floorMod(y, height) * width + Math.floorMod(x, width)];
  }
}
