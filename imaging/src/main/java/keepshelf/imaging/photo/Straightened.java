package keepshelf.imaging.photo;

import java.util.stream.IntStream;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/** A flat thing in a photograph, as it is seen from straight above. */
public final class Straightened {
  /** Samples along each side of a pixel: enough for pictures that are made smaller. */
  private static final int SAMPLES = 2;

  private Straightened() {}

  /**
   * The part of a picture within four corners.
   *
   * @param corners x and y in pixels of the upper left, upper right, lower right and lower left
   * @param w columns of the result
   * @param h rows of it
   * @throws IllegalArgumentException when the corners span no such figure
   */
  @SuppressWarnings("NullAway") // The array of its depth is there.
  public static Pixels of(Pixels p, double[] corners, int w, int h) {
    double[] m = homography(corners);
    int n = p.channels();
    byte[] small = p.depth() == Depth.U8 ? new byte[w * h * n] : null;
    short[] deep = p.depth() == Depth.U16 ? new short[w * h * n] : null;
    float[] floats = p.depth() == Depth.F32 ? new float[w * h * n] : null;
    IntStream.range(0, h)
        .parallel()
        .forEach(y -> {
          float[] sum = new float[n];
          for (int x = 0; x < w; x++) {
            java.util.Arrays.fill(sum, 0);
            for (int k = 0; k < SAMPLES * SAMPLES; k++) {
              double u = (x + (k % SAMPLES + 0.5) / SAMPLES) / w;
              double v = (y + (k / SAMPLES + 0.5) / SAMPLES) / h;
              double d = m[6] * u + m[7] * v + 1;
              add(p, (m[0] * u + m[1] * v + m[2]) / d, (m[3] * u + m[4] * v + m[5]) / d, sum);
            }
            for (int c = 0; c < n; c++) {
              float f = sum[c] / (SAMPLES * SAMPLES);
              int i = (y * w + x) * n + c;
              if (small != null) {
                small[i] = (byte) Math.round(f * 255);
              } else if (deep != null) {
                deep[i] = (short) Math.round(f * 65535);
              } else {
                floats[i] = f;
              }
            }
          }
        });
    return small != null
        ? Pixels.u8(w, h, n, small)
        : deep != null ? Pixels.u16(w, h, n, deep) : Pixels.f32(w, h, n, floats);
  }

  /**
   * How long a line in the picture is on the surface, in widths of it.
   *
   * @param corners as for {@link #of}
   * @param line x and y in pixels of its two ends
   * @throws IllegalArgumentException when the corners span no such figure
   */
  public static double widths(double[] corners, double[] line) {
    double[] m = homography(corners);
    double[] a = within(m, line[0], line[1]);
    double[] b = within(m, line[2], line[3]);
    double[] size = size(corners);
    return Math.hypot(b[0] - a[0], (b[1] - a[1]) * size[1] / size[0]);
  }

  /** Mean lengths in pixels of the upper and lower side, and of the two others. */
  public static double[] size(double[] c) {
    return new double[] {
      (Math.hypot(c[2] - c[0], c[3] - c[1]) + Math.hypot(c[4] - c[6], c[5] - c[7])) / 2,
      (Math.hypot(c[6] - c[0], c[7] - c[1]) + Math.hypot(c[4] - c[2], c[5] - c[3])) / 2
    };
  }

  /** Where a place of the picture is on the unit square: the inverse of the homography. */
  private static double[] within(double[] m, double x, double y) {
    double a = m[0] - m[6] * x;
    double b = m[1] - m[7] * x;
    double c = m[3] - m[6] * y;
    double d = m[4] - m[7] * y;
    double det = a * d - b * c;
    double p = x - m[2];
    double q = y - m[5];
    return new double[] {(d * p - b * q) / det, (a * q - c * p) / det};
  }

  private static void add(Pixels p, double x, double y, float[] sum) {
    double px = Math.clamp(x - 0.5, 0, p.width() - 1);
    double py = Math.clamp(y - 0.5, 0, p.height() - 1);
    int x0 = (int) px;
    int y0 = (int) py;
    int x1 = Math.min(x0 + 1, p.width() - 1);
    int y1 = Math.min(y0 + 1, p.height() - 1);
    float fx = (float) (px - x0);
    float fy = (float) (py - y0);
    for (int c = 0; c < sum.length; c++) {
      float top = p.value(x0, y0, c) * (1 - fx) + p.value(x1, y0, c) * fx;
      float low = p.value(x0, y1, c) * (1 - fx) + p.value(x1, y1, c) * fx;
      sum[c] += top * (1 - fy) + low * fy;
    }
  }

  /**
   * The eight numbers that take the unit square to four corners (P. Heckbert, "Fundamentals of
   * texture mapping and image warping", 1989, section 2.2.3).
   */
  static double[] homography(double[] c) {
    double area = 0;
    for (int i = 0; i < 4; i++) {
      int k = (i + 1) % 4;
      int j = (i + 2) % 4;
      double turn =
          (c[2 * k] - c[2 * i]) * (c[2 * j + 1] - c[2 * k + 1])
              - (c[2 * k + 1] - c[2 * i + 1]) * (c[2 * j] - c[2 * k]);
      if (!(turn > 0)) {
        throw new IllegalArgumentException(
            "The four corners go round clockwise from the upper left one, none of them inside the"
                + " others.");
      }
      area += turn;
    }
    double sx = c[0] - c[2] + c[4] - c[6];
    double sy = c[1] - c[3] + c[5] - c[7];
    double dx1 = c[2] - c[4];
    double dy1 = c[3] - c[5];
    double dx2 = c[6] - c[4];
    double dy2 = c[7] - c[5];
    double det = dx1 * dy2 - dx2 * dy1;
    double g = (sx * dy2 - dx2 * sy) / det;
    double k = (dx1 * sy - sx * dy1) / det;
    return new double[] {
      c[2] - c[0] + g * c[2],
      c[6] - c[0] + k * c[6],
      c[0],
      c[3] - c[1] + g * c[3],
      c[7] - c[1] + k * c[7],
      c[1],
      g,
      k
    };
  }
}
