package keepshelf.imaging.pixel;

import java.io.IOException;

/**
 * A picture that is given row by row, from the top: samples interleaved, integer depths scaled to
 * 0..1, which a float holds exactly up to 16 bits.
 */
public interface Rows extends AutoCloseable {
  /** Columns. */
  int width();

  /** Rows. */
  int height();

  /** Samples a pixel, 1 to 4. */
  int channels();

  /** How the samples are stored, or are to be stored. */
  Depth depth();

  /**
   * The next row.
   *
   * @param row takes width × channels samples
   * @throws IOException when it cannot be read
   */
  void next(float[] row) throws IOException;

  @Override
  void close() throws IOException;
}
