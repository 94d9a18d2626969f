package keepshelf.imaging.rows;

import java.io.IOException;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Rows;

/** What every step shares: the picture it reads and a row of it. */
abstract class RowStep implements Rows {
  final Rows in;
  final float[] row;

  RowStep(Rows in) {
    this.in = in;
    this.row = new float[in.width() * in.channels()];
  }

  @Override
  public int width() {
    return in.width();
  }

  @Override
  public int height() {
    return in.height();
  }

  @Override
  public int channels() {
    return in.channels();
  }

  @Override
  public Depth depth() {
    return in.depth();
  }

  @Override
  public void close() throws IOException {
    in.close();
  }
}
