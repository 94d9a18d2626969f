package keepshelf.imaging.rows;

import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Rows;

/** Rows of a picture whose shape is known when it is opened. */
abstract class Sized implements Rows {
  private final int width;
  private final int height;
  private final int channels;
  private final Depth depth;

  Sized(int width, int height, int channels, Depth depth) {
    this.width = width;
    this.height = height;
    this.channels = channels;
    this.depth = depth;
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
  public Depth depth() {
    return depth;
  }
}
