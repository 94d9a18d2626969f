package keepshelf.imaging.rows;

import java.awt.Rectangle;
import java.awt.image.BufferedImage;
import java.awt.image.IndexColorModel;
import java.awt.image.Raster;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Rows;
import keepshelf.imaging.pixel.UnreadableImageException;
import org.jspecify.annotations.Nullable;

/** A TIFF or JPEG, a band of lines at a time. */
final class BandRows implements Rows {
  /** Bytes of a band where any line can be reached at once. */
  private static final long BAND = 16L << 20;

  /** The same where each band is decoded from the first line on: few of them. */
  private static final long FROM_THE_START = 256L << 20;

  private final ImageInputStream stream;
  private final ImageReader reader;
  private int width;
  private int height;
  private int rows;
  private @Nullable Raster band;
  private int first;
  private int at;
  private int @Nullable [] samples;

  private BandRows(Path file, ImageInfo info) throws IOException {
    stream = ImageIO.createImageInputStream(file.toFile());
    reader = ImageIO.getImageReadersByFormatName(info.format().id()).next();
  }

  /** Bytes that bands of a picture take at the most; 0 for formats that are not read by bands. */
  static long memory(ImageInfo info) {
    boolean bands = info.format() == ImageFormat.JPEG || info.format() == ImageFormat.TIFF;
    return bands ? FROM_THE_START : 0;
  }

  /**
   * Opens {@code file}; empty when its samples are not what is shown (a palette).
   *
   * @throws UnreadableImageException when it is damaged or cut off
   */
  static Optional<Rows> open(Path file, ImageInfo info) throws IOException {
    return open(file, info, BAND, FROM_THE_START);
  }

  /** The same with bands of other sizes. */
  static Optional<Rows> open(Path file, ImageInfo info, long bytes, long fromTheStart)
      throws IOException {
    BandRows r = new BandRows(file, info);
    boolean plain = false;
    try {
      plain = r.begin(info, bytes, fromTheStart);
    } catch (RuntimeException e) {
      throw damaged(e);
    } finally {
      if (!plain) {
        r.close();
      }
    }
    return plain ? Optional.of(r) : Optional.empty();
  }

  private boolean begin(ImageInfo info, long bytes, long fromTheStart) throws IOException {
    reader.setInput(stream, false, true);
    width = reader.getWidth(0);
    height = reader.getHeight(0);
    long line = (long) width * Math.max(1, info.channels()) * Math.max(1, info.bits() / 8);
    int stored = reader.getTileHeight(0);
    rows = Math.clamp(bytes / line, 1, height);
    if (stored > rows) {
      rows = Math.clamp(fromTheStart / line, rows, height);
    } else {
      // Whole strips or rows of tiles: none is decoded twice.
      rows -= rows % stored;
    }
    return load(0);
  }

  private boolean load(int row) throws IOException {
    ImageReadParam p = reader.getDefaultReadParam();
    p.setSourceRegion(new Rectangle(0, row, width, Math.min(rows, height - row)));
    band = null;
    BufferedImage image = reader.read(0, p);
    band = image.getRaster();
    first = row;
    return !(image.getColorModel() instanceof IndexColorModel) && band.getNumBands() <= 4;
  }

  private static UnreadableImageException damaged(Exception e) {
    return new UnreadableImageException("its pixels are damaged or cut off", e);
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
  @SuppressWarnings("NullAway") // Loaded when it was opened.
  public int channels() {
    return band.getNumBands();
  }

  @Override
  @SuppressWarnings("NullAway") // Loaded when it was opened.
  public Depth depth() {
    return band.getSampleModel().getSampleSize(0) == 16 ? Depth.U16 : Depth.U8;
  }

  @Override
  @SuppressWarnings("NullAway") // Loaded when it was opened.
  public void next(float[] row) throws IOException {
    try {
      if (at - first >= band.getHeight()) {
        load(at);
      }
      float full = 1f / (depth() == Depth.U16 ? 65535 : 255);
      samples = band.getPixels(0, at - first, width, 1, samples);
      for (int i = 0; i < samples.length; i++) {
        row[i] = samples[i] * full;
      }
      at++;
    } catch (RuntimeException e) {
      throw damaged(e);
    }
  }

  @Override
  public void close() throws IOException {
    reader.dispose();
    stream.close();
  }
}
