package keepshelf.imaging.io;

import java.io.BufferedInputStream;
import java.io.Closeable;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.UnreadableImageException;

/**
 * The lines of a Radiance RGBE picture as linear floats, from the top: run-length coded lines, the
 * older coding by repeats, and plain ones, which the library at hand does not tell apart. Columns
 * from the left; other orders are refused. (G. Ward, "Real Pixels", Graphics Gems II, 1991.)
 */
public final class HdrLines implements Closeable {
  private final InputStream in;
  private final int width;
  private final byte[] line;

  private HdrLines(InputStream in, int width) {
    this.in = in;
    this.width = width;
    this.line = new byte[4 * width];
  }

  /**
   * Opens {@code file}, of which {@code info} is known.
   *
   * @throws UnreadableImageException when it is damaged, cut off or of another order
   */
  public static HdrLines open(Path file, ImageInfo info) throws IOException {
    HdrLines lines =
        new HdrLines(new BufferedInputStream(Files.newInputStream(file), 1 << 16), info.width());
    boolean open = false;
    try {
      String size = skipHeader(lines.in);
      if (!size.startsWith("-Y") || !size.contains("+X")) {
        throw new UnreadableImageException("its lines run in an order that is not read here");
      }
      open = true;
      return lines;
    } catch (EOFException e) {
      throw cutOff(e);
    } finally {
      if (!open) {
        lines.close();
      }
    }
  }

  /** The whole picture in {@code file}. */
  static Pixels decode(Path file, ImageInfo info) throws IOException {
    float[] out = new float[info.width() * info.height() * 3];
    try (HdrLines lines = open(file, info)) {
      for (int y = 0; y < info.height(); y++) {
        lines.next(out, y * info.width() * 3);
      }
    }
    return Pixels.f32(info.width(), info.height(), 3, out);
  }

  /**
   * The next line.
   *
   * @param out gets its red, green and blue from {@code at} on
   * @throws UnreadableImageException when it is damaged or cut off
   */
  public void next(float[] out, int at) throws IOException {
    try {
      line(in, line, width);
    } catch (EOFException e) {
      throw cutOff(e);
    }
    for (int x = 0; x < width; x++) {
      int e = line[4 * x + 3] & 0xFF;
      float scale = e == 0 ? 0 : (float) Math.scalb(1.0, e - 136);
      for (int c = 0; c < 3; c++) {
        out[at + 3 * x + c] = ((line[4 * x + c] & 0xFF) + 0.5f) * scale;
      }
    }
  }

  @Override
  public void close() throws IOException {
    in.close();
  }

  private static UnreadableImageException cutOff(EOFException e) {
    return new UnreadableImageException("its pixels are cut off", e);
  }

  private static String skipHeader(InputStream in) throws IOException {
    StringBuilder line = new StringBuilder();
    int read = 0;
    while (read++ < 65536) {
      int c = byteOf(in);
      if (c != '\n') {
        line.append((char) c);
      } else if (line.length() > 2 && "-+".indexOf(line.charAt(0)) >= 0) {
        return line.toString();
      } else {
        line.setLength(0);
      }
    }
    throw new UnreadableImageException("its resolution line is missing");
  }

  private static int byteOf(InputStream in) throws IOException {
    int c = in.read();
    if (c < 0) {
      throw new EOFException();
    }
    return c;
  }

  private static void line(InputStream in, byte[] line, int w) throws IOException {
    int a = byteOf(in);
    int b = byteOf(in);
    int c = byteOf(in);
    int d = byteOf(in);
    boolean coded = a == 2 && b == 2 && c < 128 && w >= 8 && w < 32768 && (c << 8 | d) == w;
    if (coded) {
      for (int channel = 0; channel < 4; channel++) {
        runs(in, line, w, channel);
      }
    } else {
      plain(in, line, w, new int[] {a, b, c, d});
    }
  }

  private static void runs(InputStream in, byte[] line, int w, int channel) throws IOException {
    int x = 0;
    while (x < w) {
      int n = byteOf(in);
      boolean same = n > 128;
      int count = same ? n - 128 : n;
      if (count == 0 || x + count > w) {
        throw new UnreadableImageException("its pixels are damaged");
      }
      int v = same ? byteOf(in) : 0;
      for (int i = 0; i < count; i++, x++) {
        line[4 * x + channel] = (byte) (same ? v : byteOf(in));
      }
    }
  }

  /** Pixel by pixel; (1, 1, 1, n) repeats the one before n times. */
  private static void plain(InputStream in, byte[] line, int w, int[] first) throws IOException {
    int[] p = first;
    int x = 0;
    int shift = 0;
    while (true) {
      if (p[0] == 1 && p[1] == 1 && p[2] == 1 && x > 0) {
        int count = p[3] << shift;
        if (x + count > w || shift > 16) {
          throw new UnreadableImageException("its pixels are damaged");
        }
        for (int i = 0; i < count; i++, x++) {
          System.arraycopy(line, 4 * x - 4, line, 4 * x, 4);
        }
        shift += 8;
      } else {
        for (int i = 0; i < 4; i++) {
          line[4 * x + i] = (byte) p[i];
        }
        x++;
        shift = 0;
      }
      if (x >= w) {
        return;
      }
      p = new int[] {byteOf(in), byteOf(in), byteOf(in), byteOf(in)};
    }
  }
}
