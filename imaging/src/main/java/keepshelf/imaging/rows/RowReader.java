package keepshelf.imaging.rows;

import ar.com.hjg.pngj.IImageLine;
import ar.com.hjg.pngj.ImageLineInt;
import ar.com.hjg.pngj.PngReader;
import ar.com.hjg.pngj.PngjException;
import java.awt.Rectangle;
import java.awt.image.Raster;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Pixels;

/**
 * Opens pictures row by row: PNG and TIFF from the file as it is read, others decoded whole. What
 * those two cannot do by rows (palettes, interlacing, floats) is decoded whole as well.
 */
public final class RowReader {
  private static final int BAND = 64;

  private RowReader() {}

  /**
   * The rows of a picture file.
   *
   * @throws IOException when it cannot be read
   */
  public static Rows open(Path file) throws IOException {
    ImageInfo info =
        ImageProbe.probe(file).orElseThrow(() -> new IOException(file + " is no picture"));
    if (info.format() == ImageFormat.PNG) {
      Optional<Rows> rows = png(file);
      if (rows.isPresent()) {
        return rows.get();
      }
    } else if (info.format() == ImageFormat.TIFF && (info.bits() == 8 || info.bits() == 16)) {
      return new TiffRows(file);
    }
    return of(ImageDecoder.decode(file));
  }

  /** A smaller copy of a picture file, made while it is read; see {@link RowSteps#shrink}. */
  public static Pixels small(Path file, int w, int h, Resize.Holds holds) throws IOException {
    try (Rows rows = RowSteps.shrink(open(file), w, h, holds)) {
      int n = rows.channels();
      short[] out = new short[w * h * n];
      float[] row = new float[w * n];
      for (int y = 0; y < h; y++) {
        rows.next(row);
        for (int i = 0; i < row.length; i++) {
          out[y * row.length + i] = (short) Math.round(Math.clamp(row[i], 0f, 1f) * 65535);
        }
      }
      return Pixels.u16(w, h, n, out);
    }
  }

  /** The rows of a picture in memory. */
  public static Rows of(Pixels p) {
    return new Rows() {
      private int at;

      @Override
      public int width() {
        return p.width();
      }

      @Override
      public int height() {
        return p.height();
      }

      @Override
      public int channels() {
        return p.channels();
      }

      @Override
      public Depth depth() {
        return p.depth();
      }

      @Override
      public void next(float[] row) {
        int n = p.width() * p.channels();
        for (int i = 0; i < n; i++) {
          row[i] = p.at(at + i);
        }
        at += n;
      }

      @Override
      public void close() {
        // Nothing is open.
      }
    };
  }

  private static Optional<Rows> png(Path file) throws IOException {
    PngReader in;
    try {
      in = new PngReader(file.toFile());
    } catch (PngjException e) {
      throw new IOException(e.getMessage(), e);
    }
    var i = in.imgInfo;
    boolean plain =
        !i.indexed
            && !in.isInterlaced()
            && i.bitDepth >= 8
            && in.getMetadata().getTRNS() == null
            && in.getChunksList().getById("gAMA").isEmpty();
    if (!plain) {
      in.close();
      return Optional.empty();
    }
    return Optional.of(new PngRows(in));
  }

  /** A PNG without palette and interlacing. */
  private record PngRows(PngReader in) implements Rows {
    @Override
    public int width() {
      return in.imgInfo.cols;
    }

    @Override
    public int height() {
      return in.imgInfo.rows;
    }

    @Override
    public int channels() {
      return in.imgInfo.channels;
    }

    @Override
    public Depth depth() {
      return in.imgInfo.bitDepth == 16 ? Depth.U16 : Depth.U8;
    }

    @Override
    public void next(float[] row) throws IOException {
      try {
        IImageLine line = in.readRow();
        int[] v = ((ImageLineInt) line).getScanline();
        float full = 1f / (in.imgInfo.bitDepth == 16 ? 65535 : 255);
        for (int i = 0; i < v.length; i++) {
          row[i] = v[i] * full;
        }
      } catch (PngjException e) {
        throw new IOException("its pixels cannot be decoded: " + e.getMessage(), e);
      }
    }

    @Override
    public void close() {
      in.close();
    }
  }

  /** A TIFF, a band of lines at a time. */
  private static final class TiffRows implements Rows {
    private final ImageInputStream stream;
    private final ImageReader reader;
    private final int width;
    private final int height;
    private Raster band;
    private int first;
    private int at;

    TiffRows(Path file) throws IOException {
      stream = ImageIO.createImageInputStream(file.toFile());
      var readers = ImageIO.getImageReadersByFormatName("tiff");
      ImageReader chosen = readers.next();
      chosen.setInput(stream, true, true);
      reader = chosen;
      width = reader.getWidth(0);
      height = reader.getHeight(0);
      load(0);
    }

    private void load(int row) throws IOException {
      ImageReadParam p = reader.getDefaultReadParam();
      p.setSourceRegion(new Rectangle(0, row, width, Math.min(BAND, height - row)));
      band = reader.read(0, p).getRaster();
      first = row;
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
      return band.getNumBands();
    }

    @Override
    public Depth depth() {
      return band.getSampleModel().getSampleSize(0) == 16 ? Depth.U16 : Depth.U8;
    }

    @Override
    public void next(float[] row) throws IOException {
      if (at - first >= band.getHeight()) {
        load(at);
      }
      float full = 1f / (depth() == Depth.U16 ? 65535 : 255);
      int[] v = band.getPixels(0, at - first, width, 1, (int[]) null);
      for (int i = 0; i < v.length; i++) {
        row[i] = v[i] * full;
      }
      at++;
    }

    @Override
    public void close() throws IOException {
      reader.dispose();
      stream.close();
    }
  }
}
