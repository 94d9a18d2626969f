package keepshelf.cli;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * An environment light with broad windows that has no symmetry, as a Radiance picture of its own
 * writing, and what it holds: the middle column is ahead (-z), columns go to the right, rows down.
 */
final class SkyPicture {
  private static final int WIDTH = 128;
  private static final int HEIGHT = 64;
  private final double[] rgb = new double[WIDTH * HEIGHT * 3];
  private final byte[] file;

  SkyPicture() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(
        ("#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y " + HEIGHT + " +X " + WIDTH + "\n")
            .getBytes(StandardCharsets.US_ASCII));
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        double up = Math.cos(Math.PI * (y + 0.5) / HEIGHT);
        double around = 2 * Math.PI * (x + 0.5) / WIDTH;
        double sky = up > 0 ? 0.35 + 0.5 * up : 0.3 - 0.1 * up;
        double left = 9 * Math.exp(-12 * (1 - Math.cos(around - 1.9)) - 14 * sq(up - 0.45));
        double right = 4 * Math.exp(-20 * (1 - Math.cos(around - 4.6)) - 9 * sq(up - 0.7));
        double[] c = {sky * 0.8 + left, sky + left * 0.8 + right * 0.7, sky * 1.2 + left * 0.5};
        c[2] += right * 1.3;
        write(c, out, (y * WIDTH + x) * 3);
      }
    }
    file = out.toByteArray();
    double level = level();
    for (int i = 0; i < rgb.length; i++) {
      rgb[i] *= Math.PI / level;
    }
  }

  private static double sq(double a) {
    return a * a;
  }

  /** Mantissas and a common exponent, and what a reader makes of them. */
  private void write(double[] c, ByteArrayOutputStream out, int at) {
    double most = Math.max(c[0], Math.max(c[1], c[2]));
    int e = Math.getExponent(most) + 1;
    for (int k = 0; k < 3; k++) {
      int m = (int) (c[k] / Math.pow(2, e) * 256);
      out.write(m);
      rgb[at + k] = (m + 0.5) / 256 * Math.pow(2, e);
    }
    out.write(e + 128);
  }

  /** Brightness that arrives on a level surface. */
  private double level() {
    double sum = 0;
    for (int y = 0; y < HEIGHT / 2; y++) {
      double polar = Math.PI * (y + 0.5) / HEIGHT;
      double each = Math.sin(polar) * Math.cos(polar) * 2 * sq(Math.PI) / HEIGHT / WIDTH;
      for (int x = 0; x < WIDTH; x++) {
        sum += each * luminance(rgb, (y * WIDTH + x) * 3);
      }
    }
    return sum;
  }

  static double luminance(double[] c, int at) {
    return 0.2126 * c[at] + 0.7152 * c[at + 1] + 0.0722 * c[at + 2];
  }

  void save(Path to) throws IOException {
    Files.write(to, file);
  }

  /** Radiance from a direction, scaled so that a level white surface is 1. */
  double[] from(double[] d) {
    double column = (0.5 + Math.atan2(d[0], -d[2]) / (2 * Math.PI)) * WIDTH - 0.5;
    double row = Math.clamp(Math.acos(Math.clamp(d[1], -1, 1)) / Math.PI * HEIGHT - 0.5, 0, 63);
    int x = (int) Math.floor(column);
    int y = Math.min(HEIGHT - 2, (int) row);
    double fx = column - x;
    double fy = row - y;
    double[] out = new double[3];
    for (int c = 0; c < 3; c++) {
      double top = at(x, y, c) * (1 - fx) + at(x + 1, y, c) * fx;
      double low = at(x, y + 1, c) * (1 - fx) + at(x + 1, y + 1, c) * fx;
      out[c] = top * (1 - fy) + low * fy;
    }
    return out;
  }

  private double at(int x, int y, int c) {
    return rgb[(y * WIDTH + Math.floorMod(x, WIDTH)) * 3 + c];
  }
}
