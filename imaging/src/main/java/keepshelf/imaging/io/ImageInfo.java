package keepshelf.imaging.io;

import org.jspecify.annotations.Nullable;

/**
 * What a picture's header says.
 *
 * @param format the file format, by content
 * @param width columns, at least 1
 * @param height rows, at least 1
 * @param channels samples per pixel (a palette counts as 3)
 * @param bits bits of one sample as stored: 1..16 for integers, 16 or 32 for floats
 * @param orientation how EXIF data wants it shown, 1 (as stored) to 8
 * @param profile the name of the colour profile in it, or null
 */
public record ImageInfo(
    ImageFormat format,
    int width,
    int height,
    int channels,
    int bits,
    int orientation,
    @Nullable String profile) {
  /** A picture that is shown as stored, without a profile. */
  public ImageInfo(ImageFormat format, int width, int height, int channels, int bits) {
    this(format, width, height, channels, bits, 1, null);
  }

  /** Whether EXIF data wants it turned or mirrored. */
  public boolean turned() {
    return orientation != 1;
  }

  /** Pixels of the longer side. */
  public int longerSide() {
    return Math.max(width, height);
  }
}
