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
   *     of surface), {@code slopes}, to the right and upwards in turn, place by place from the
   *     lower left of the tile, row by row, and {@code chart}: whether they are those of a chart
   *     that was loaded in place of a picture
   */
  static Map<String, Object> of(ReadSurface s, Pictures pictures) throws IOException {
    Placement p = s.placement() == null ? Placement.WHOLE : s.placement();
    Input up = s.meaning(Meaning.NORMAL_UP);
    Input down = s.meaning(Meaning.NORMAL_DOWN);
    Input normal = up != null ? up : down;
    if (normal != null && normal.file() != null) {
      return Map.of(
          "kind",
          "normals",
          "slopes",
          slopes(pictures.of(normal.file()), up != null ? 1 : -1, p),
          "chart",
          pictures.known(normal.file()).isPresent());
    }
    for (Input i : s.inputs()) {
      boolean raised = "bump".equals(i.through()) || "displacement".equals(i.through());
      if (raised && i.file() != null) {
        return Map.of(
            "kind",
            "heights",
            "slopes",
            gradients(pictures.of(i.file()), p),
            "chart",
            pictures.known(i.file()).isPresent());
      }
    }
    return null;
  }

  private static List<Double> slopes(Pixels p, int up, Placement at) {
    int n = p.channels();
    ReliefProbe probe =
        small(
            p,
            (y, right, high) -> {
              for (int x = 0; x < right.length; x++) {
                int first = (y * right.length + x) * n;
                float px = 2 * p.at(first) - 1;
                float py = up * (2 * p.at(first + Math.min(1, n - 1)) - 1);
                float out = n < 3 ? 1 : Math.max(2 * p.at(first + 2) - 1, 0.05f);
                right[x] = Math.clamp(-px / out, -4f, 4f);
                high[x] = Math.clamp(-py / out, -4f, 4f);
              }
            });
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
    int n = p.channels();
    return small(
        p,
        (y, right, high) -> {
          int row = y * w;
          int above = (y + h - 1) % h * w;
          int below = (y + 1) % h * w;
          for (int x = 0; x < w; x++) {
            float across = p.at((row + (x + 1) % w) * n) - p.at((row + (x + w - 1) % w) * n);
            right[x] = across * w / 2;
            high[x] = (p.at((above + x) * n) - p.at((below + x) * n)) * h / 2;
          }
        });
  }

  private static double across(int i) {
    return (i + 0.5) / SIDE;
  }

  private static double rounded(double v) {
    return Math.round(v * 1e5) / 1e5;
  }

  /** What a row of a picture has to the right and upwards. */
  @FunctionalInterface
  private interface Row {
    void into(int y, float[] right, float[] high);
  }

  private static ReliefProbe small(Pixels p, Row rows) {
    int w = Math.min(LOOKED_AT, p.width());
    int h = Math.min(LOOKED_AT, p.height());
    boolean whole = p.width() % w == 0 && p.height() % h == 0;
    return new ReliefProbe(whole ? blocks(p, rows, w, h) : parts(p, rows, w, h), w, h);
  }

  /** Means over whole blocks of pixels, row by row. */
  private static float[][] blocks(Pixels p, Row rows, int w, int h) {
    int fx = p.width() / w;
    int fy = p.height() / h;
    float[][] row = new float[2][p.width()];
    double[][] sums = new double[2][w * h];
    for (int y = 0; y < p.height(); y++) {
      rows.into(y, row[0], row[1]);
      int to = y / fy * w;
      for (int c = 0; c < 2; c++) {
        int at = 0;
        for (int x = 0; x < w; x++) {
          double sum = 0;
          for (int k = 0; k < fx; k++) {
            sum += row[c][at++];
          }
          sums[c][to + x] += sum;
        }
      }
    }
    float[][] out = new float[2][w * h];
    for (int c = 0; c < 2; c++) {
      for (int i = 0; i < w * h; i++) {
        out[c][i] = (float) (sums[c][i] / (fx * fy));
      }
    }
    return out;
  }

  private static float[][] parts(Pixels p, Row rows, int w, int h) {
    int pw = p.width();
    float[][] whole = new float[2][pw * p.height()];
    float[][] row = new float[2][pw];
    for (int y = 0; y < p.height(); y++) {
      rows.into(y, row[0], row[1]);
      for (int c = 0; c < 2; c++) {
        System.arraycopy(row[c], 0, whole[c], y * pw, pw);
      }
    }
    return new float[][] {
      Resampler.area(whole[0], pw, p.height(), w, h), Resampler.area(whole[1], pw, p.height(), w, h)
    };
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
