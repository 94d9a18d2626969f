package keepshelf.imaging.derive;

import java.awt.image.Raster;
import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import org.jspecify.annotations.Nullable;

/**
 * A JPEG as it is stored: luma and colour differences before they become colours, and the steps in
 * which their waves were stored.
 *
 * @param width in pixels
 * @param height in pixels
 * @param planes values 0..255 of each component at full size
 * @param steps of the 64 waves of each component, row by row
 * @param across how many pixels wide a value of each component is, 1 or 2
 * @param down how many pixels high it is, 1 or 2
 */
public record JpegPlanes(
    int width, int height, float[][] planes, float[][] steps, int[] across, int[] down) {
  /** Where the n-th stored wave belongs (ITU-T T.81, figure A.6). */
  private static final int[] ZIGZAG = {
    0, 1, 8, 16, 9, 2, 3, 10, 17, 24, 32, 25, 18, 11, 4, 5, 12, 19, 26, 33, 40, 48, 41, 34, 27, 20,
    13, 6, 7, 14, 21, 28, 35, 42, 49, 56, 57, 50, 43, 36, 29, 22, 15, 23, 30, 37, 44, 51, 58, 59,
    52, 45, 38, 31, 39, 46, 53, 60, 61, 54, 47, 55, 62, 63
  };

  /**
   * Reads a file.
   *
   * @return empty when it is no JPEG of one or three components with the usual sampling
   * @throws IOException when it cannot be read
   */
  public static Optional<JpegPlanes> read(Path file) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    Head head;
    try {
      head = Head.of(ByteBuffer.wrap(bytes));
    } catch (java.nio.BufferUnderflowException | IllegalArgumentException e) {
      throw new EOFException(file.getFileName() + " ends too early");
    }
    if (head == null || !head.usual()) {
      return Optional.empty();
    }
    try (ImageInputStream in = ImageIO.createImageInputStream(file.toFile())) {
      Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName("jpeg");
      ImageReader reader = readers.next();
      try {
        reader.setInput(in, true, true);
        Raster r = reader.readRaster(0, null);
        if (r.getNumBands() != head.count) {
          return Optional.empty();
        }
        float[][] planes = new float[head.count][];
        for (int c = 0; c < head.count; c++) {
          planes[c] = r.getSamples(0, 0, r.getWidth(), r.getHeight(), c, (float[]) null);
        }
        return Optional.of(
            new JpegPlanes(
                r.getWidth(), r.getHeight(), planes, head.steps(), head.across(), head.down()));
      } finally {
        reader.dispose();
      }
    }
  }

  /** What the segments before the picture say. */
  private static final class Head {
    private final float[][] tables = new float[4][];
    private final int[] wide = new int[4];
    private final int[] high = new int[4];
    private final int[] table = new int[4];
    private int count;

    /** Null when it is no JPEG, or one without a frame that is known here. */
    static @Nullable Head of(ByteBuffer b) {
      if ((b.getShort() & 0xFFFF) != 0xFFD8) {
        return null;
      }
      Head h = new Head();
      while (b.remaining() > 4) {
        int marker = b.getShort() & 0xFFFF;
        if (marker == 0xFFDA || marker >> 8 != 0xFF) {
          break;
        }
        int length = b.getShort() & 0xFFFF;
        ByteBuffer s = b.slice(b.position(), length - 2);
        b.position(b.position() + length - 2);
        if (marker == 0xFFDB) {
          h.quantisers(s);
        } else if (marker == 0xFFC0 || marker == 0xFFC1 || marker == 0xFFC2) {
          h.frame(s);
        }
      }
      return h.count == 0 ? null : h;
    }

    private void quantisers(ByteBuffer s) {
      while (s.hasRemaining()) {
        int what = s.get() & 0xFF;
        float[] t = new float[64];
        for (int k = 0; k < 64; k++) {
          t[ZIGZAG[k]] = what >> 4 == 0 ? s.get() & 0xFF : s.getShort() & 0xFFFF;
        }
        if ((what & 15) < 4) {
          tables[what & 15] = t;
        }
      }
    }

    private void frame(ByteBuffer s) {
      s.position(5);
      count = Math.min(4, s.get() & 0xFF);
      for (int c = 0; c < count; c++) {
        s.get();
        int sampling = s.get() & 0xFF;
        wide[c] = sampling >> 4;
        high[c] = sampling & 15;
        table[c] = s.get() & 3;
      }
    }

    boolean usual() {
      if (count != 1 && count != 3) {
        return false;
      }
      for (int c = 0; c < count; c++) {
        boolean whole =
            wide[c] > 0 && high[c] > 0 && wide[0] % wide[c] == 0 && high[0] % high[c] == 0;
        if (!whole || wide[0] / wide[c] > 2 || high[0] / high[c] > 2 || tables[table[c]] == null) {
          return false;
        }
      }
      return true;
    }

    float[][] steps() {
      float[][] out = new float[count][];
      for (int c = 0; c < count; c++) {
        out[c] = tables[table[c]];
      }
      return out;
    }

    int[] across() {
      int[] out = new int[count];
      for (int c = 0; c < count; c++) {
        out[c] = wide[0] / wide[c];
      }
      return out;
    }

    int[] down() {
      int[] out = new int[count];
      for (int c = 0; c < count; c++) {
        out[c] = high[0] / high[c];
      }
      return out;
    }
  }
}
