package keepshelf.imaging.io;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.imaging.pixel.Pixels;

/** Writes Radiance RGBE: eight bits of each of red, green, blue and their common exponent. */
final class HdrEncoder {
  private static final int LEAST_RUN = 4;
  private static final int LONGEST = 127;

  private HdrEncoder() {}

  /** Run-length coded lines of RGBE (G. Ward, "Real Pixels", Graphics Gems II, 1991). */
  static void write(Pixels p, Path to) throws IOException {
    int w = p.width();
    boolean coded = w >= 8 && w < 32768;
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(to), 1 << 16)) {
      String head = "#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y " + p.height() + " +X " + w + "\n";
      out.write(head.getBytes(StandardCharsets.US_ASCII));
      byte[] line = new byte[4 * w];
      for (int y = 0; y < p.height(); y++) {
        for (int x = 0; x < w; x++) {
          shared(p, y * w + x, line, x, coded ? w : 1, coded ? 1 : 4);
        }
        if (!coded) {
          out.write(line);
          continue;
        }
        out.write(new byte[] {2, 2, (byte) (w >> 8), (byte) w});
        for (int c = 0; c < 4; c++) {
          runs(out, line, c * w, w);
        }
      }
    }
  }

  /** One pixel as three mantissas and their exponent, {@code plane} bytes apart. */
  @SuppressWarnings("NullAway") // Floats have an array of floats.
  private static void shared(Pixels p, int pixel, byte[] to, int x, int plane, int step) {
    float[] v = new float[3];
    float most = 0;
    for (int c = 0; c < 3; c++) {
      float s = p.rawFloats()[pixel * p.channels() + (p.channels() < 3 ? 0 : c)];
      v[c] = s > 0 ? s : 0;
      most = Math.max(most, v[c]);
    }
    if (!(most > 1e-32f)) {
      black(to, x, plane, step);
      return;
    }
    int exponent = Math.getExponent(most) + 1;
    double scale = Math.scalb(256.0, -exponent);
    for (int c = 0; c < 3; c++) {
      to[x * step + c * plane] = (byte) Math.min(255, (int) (v[c] * scale));
    }
    to[x * step + 3 * plane] = (byte) (exponent + 128);
  }

  private static void black(byte[] to, int x, int plane, int step) {
    for (int c = 0; c < 4; c++) {
      to[x * step + c * plane] = 0;
    }
  }

  private static void runs(OutputStream out, byte[] line, int from, int count) throws IOException {
    int at = 0;
    while (at < count) {
      int run = run(line, from, at, count);
      if (run >= LEAST_RUN) {
        out.write(128 + run);
        out.write(line[from + at]);
        at += run;
        continue;
      }
      int start = at;
      while (at < count && at - start < LONGEST && run(line, from, at, count) < LEAST_RUN) {
        at++;
      }
      out.write(at - start);
      out.write(line, from + start, at - start);
    }
  }

  private static int run(byte[] line, int from, int at, int count) {
    int n = 1;
    while (at + n < count && n < LONGEST && line[from + at + n] == line[from + at]) {
      n++;
    }
    return n;
  }
}
