package keepshelf.imaging.pixel;

import java.io.IOException;
import java.nio.ByteBuffer;

/**
 * The lines of a picture of 8 or 16 bits as they are stored in files, from the top: samples
 * interleaved, those of 16 bits with the higher byte first.
 */
public interface Lines {
  /** Columns. */
  int width();

  /** Lines. */
  int height();

  /** Samples a pixel, 1 to 4. */
  int channels();

  /** Bytes a sample, 1 or 2. */
  int bytes();

  /**
   * The next line.
   *
   * @param to takes width × channels × bytes bytes from {@code at} on
   * @throws IOException when it cannot be read
   */
  void next(byte[] to, int at) throws IOException;

  /**
   * The lines of a picture in memory.
   *
   * @throws IllegalArgumentException for floats
   */
  static Lines of(Pixels p) {
    if (p.depth() == Depth.F32) {
      throw new IllegalArgumentException("float pictures cannot be written in this format");
    }
    int samples = p.width() * p.channels();
    return new Coming(p.width(), p.height(), p.channels(), p.depth()) {
      private int y;

      @Override
      public void next(byte[] to, int at) {
        if (bytes() == 1) {
          System.arraycopy(p.rawBytes(), y * samples, to, at, samples);
        } else {
          ByteBuffer.wrap(to, at, 2 * samples)
              .asShortBuffer()
              .put(p.rawShorts(), y * samples, samples);
        }
        y++;
      }
    };
  }

  /** The lines of rows, rounded; floats are brought to 16 bits. They are not closed. */
  static Lines of(Rows rows) {
    float[] row = new float[rows.width() * rows.channels()];
    return new Coming(rows.width(), rows.height(), rows.channels(), rows.depth()) {
      @Override
      public void next(byte[] to, int at) throws IOException {
        rows.next(row);
        int i = at;
        for (float v : row) {
          float part = Math.clamp(v, 0f, 1f);
          if (bytes() == 1) {
            to[i++] = (byte) (int) (part * 255 + 0.5f);
          } else {
            int level = (int) (part * 65535 + 0.5f);
            to[i++] = (byte) (level >> 8);
            to[i++] = (byte) level;
          }
        }
      }
    };
  }

  /** What both have in common. */
  abstract class Coming implements Lines {
    private final int width;
    private final int height;
    private final int channels;
    private final int bytes;

    private Coming(int width, int height, int channels, Depth depth) {
      this.width = width;
      this.height = height;
      this.channels = channels;
      this.bytes = depth == Depth.U8 ? 1 : 2;
    }

    @Override
    public int width() {
      return width;
    }

    @Override
    public int height() {
      return height;
    }

    @Override
    public int channels() {
      return channels;
    }

    @Override
    public int bytes() {
      return bytes;
    }
  }
}
