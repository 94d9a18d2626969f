package keepshelf.imaging.enlarge;

import keepshelf.imaging.colour.Srgb;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/** The channels of a map in the space that they are mixed in, and back. */
final class Channels {
  private static final float FLATTEST = 0.05f;

  private final Enlarging.Kind kind;
  private final boolean linear;
  private final float[][] planes;
  private final double @Nullable [][] axes;
  private final float @Nullable [] mean;
  private Gaussian @Nullable [] gaussian;

  private Channels(
      Enlarging.Kind kind,
      boolean linear,
      float[][] planes,
      double @Nullable [][] axes,
      float @Nullable [] mean) {
    this.kind = kind;
    this.linear = linear;
    this.planes = planes;
    this.axes = axes;
    this.mean = mean;
  }

  static Channels of(Pixels p, Enlarging.Kind kind) {
    boolean linear = p.depth() == Depth.F32;
    return switch (kind) {
      case NORMAL -> slopes(p, linear);
      case COLOUR -> p.channels() < 3 ? plain(p, kind, linear) : colour(p, linear);
      default -> plain(p, kind, linear);
    };
  }

  private static Channels plain(Pixels p, Enlarging.Kind kind, boolean linear) {
    float[][] planes = new float[p.channels()][];
    for (int c = 0; c < planes.length; c++) {
      planes[c] = p.plane(c);
    }
    return new Channels(kind, linear, planes, null, null);
  }

  private static Channels slopes(Pixels p, boolean linear) {
    int n = p.channels();
    float[][] planes = new float[2 + Math.max(0, n - 3)][p.width() * p.height()];
    for (int i = 0; i < planes[0].length; i++) {
      float z = Math.max(FLATTEST, 2 * p.at(i * n + 2) - 1);
      planes[0][i] = (2 * p.at(i * n) - 1) / z;
      planes[1][i] = (2 * p.at(i * n + 1) - 1) / z;
      for (int c = 3; c < n; c++) {
        planes[c - 1][i] = p.at(i * n + c);
      }
    }
    return new Channels(Enlarging.Kind.NORMAL, linear, planes, null, null);
  }

  /** Linear light along the axes that its colours vary along, so that channels are independent. */
  private static Channels colour(Pixels p, boolean linear) {
    int n = p.channels();
    int count = p.width() * p.height();
    float[][] planes = new float[n][count];
    double[] sum = new double[3];
    for (int i = 0; i < count; i++) {
      for (int c = 0; c < n; c++) {
        float v = p.at(i * n + c);
        planes[c][i] = linear || c > 2 ? v : Srgb.linear(v);
        if (c < 3) {
          sum[c] += planes[c][i];
        }
      }
    }
    float[] mean = new float[3];
    for (int c = 0; c < 3; c++) {
      mean[c] = (float) (sum[c] / count);
    }
    double[][] cov = new double[3][3];
    for (int i = 0; i < count; i++) {
      for (int a = 0; a < 3; a++) {
        for (int b = a; b < 3; b++) {
          cov[a][b] += (planes[a][i] - mean[a]) * (double) (planes[b][i] - mean[b]);
        }
      }
    }
    double[][] axes = Axes.of(cov);
    float[] rgb = new float[3];
    for (int i = 0; i < count; i++) {
      for (int c = 0; c < 3; c++) {
        rgb[c] = planes[c][i] - mean[c];
      }
      for (int a = 0; a < 3; a++) {
        planes[a][i] = (float) (axes[a][0] * rgb[0] + axes[a][1] * rgb[1] + axes[a][2] * rgb[2]);
      }
    }
    return new Channels(Enlarging.Kind.COLOUR, linear, planes, axes, mean);
  }

  /** From now on in standard deviations. */
  void blended() {
    gaussian = new Gaussian[planes.length];
    for (int c = 0; c < planes.length; c++) {
      Gaussian g = new Gaussian(planes[c]);
      gaussian[c] = g;
      float[] plane = planes[c];
      java.util.stream.IntStream.range(0, plane.length)
          .parallel()
          .forEach(i -> plane[i] = g.of(plane[i]));
    }
  }

  int count() {
    return planes.length;
  }

  /** Brings together what lies at some places; the spread stays what it was. */
  void mix(int many, int[] sx, int[] sy, float[] weight, int w, float[] sum) {
    if (kind == Enlarging.Kind.MARKS) {
      int most = 0;
      for (int k = 1; k < many; k++) {
        most = weight[k] > weight[most] ? k : most;
      }
      for (int c = 0; c < planes.length; c++) {
        sum[c] = planes[c][sy[most] * w + sx[most]];
      }
      return;
    }
    float squares = 0;
    for (int k = 0; k < many; k++) {
      squares += weight[k] * weight[k];
    }
    float scale = (float) (1 / Math.sqrt(squares));
    for (int c = 0; c < planes.length; c++) {
      float v = 0;
      for (int k = 0; k < many; k++) {
        v += weight[k] * planes[c][sy[k] * w + sx[k]];
      }
      sum[c] = gaussian == null ? v : gaussian[c].back(v * scale);
    }
  }

  /** As the file has it. */
  @SuppressWarnings("NullAway") // Colours have their axes and mean.
  void store(float[] sum, float[] pixel) {
    switch (kind) {
      case NORMAL -> {
        float z = (float) (1 / Math.sqrt(1 + sum[0] * sum[0] + sum[1] * sum[1]));
        pixel[0] = sum[0] * z * 0.5f + 0.5f;
        pixel[1] = sum[1] * z * 0.5f + 0.5f;
        pixel[2] = z * 0.5f + 0.5f;
        System.arraycopy(sum, 2, pixel, 3, pixel.length - 3);
      }
      case COLOUR -> {
        if (axes == null) {
          System.arraycopy(sum, 0, pixel, 0, pixel.length);
          return;
        }
        for (int c = 0; c < 3; c++) {
          double v = mean[c] + axes[0][c] * sum[0] + axes[1][c] * sum[1] + axes[2][c] * sum[2];
          pixel[c] = linear ? (float) v : Srgb.encoded(Math.clamp((float) v, 0f, 1f));
        }
        System.arraycopy(sum, 3, pixel, 3, pixel.length - 3);
      }
      default -> System.arraycopy(sum, 0, pixel, 0, pixel.length);
    }
  }
}
