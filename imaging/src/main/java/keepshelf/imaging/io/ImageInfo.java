package keepshelf.imaging.io;

/**
 * What a picture's header says.
 *
 * @param format the file format, by content
 * @param width columns, at least 1
 * @param height rows, at least 1
 * @param channels samples per pixel (a palette counts as 3)
 * @param bits bits of one sample as stored: 1..16 for integers, 16 or 32 for floats
 */
public record ImageInfo(ImageFormat format, int width, int height, int channels, int bits) {
  /** Pixels of the longer side. */
  public int longerSide() {
    return Math.max(width, height);
  }
}
