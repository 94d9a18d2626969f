package keepshelf.imaging.rows;

import java.awt.Point;
import java.awt.Rectangle;
import java.awt.color.ColorSpace;
import java.awt.image.ColorModel;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.PixelInterleavedSampleModel;
import java.awt.image.Raster;
import java.awt.image.RenderedImage;
import java.awt.image.SampleModel;
import java.awt.image.WritableRaster;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Vector;
import keepshelf.imaging.io.ImageEncoder;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Rows;

/** Writes rows as PNG or TIFF while they come; floats are brought to 16 bits. */
public final class RowWriter {
  private RowWriter() {}

  /** Writes a PNG; {@code level} is zlib effort 1 to 9. Closes {@code rows}. */
  public static void png(Rows rows, Path to, int level) throws IOException {
    try (rows) {
      ImageEncoder.png(new Coming(rows), to, level);
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  /** Writes a deflated TIFF. Closes {@code rows}. */
  public static void tiff(Rows rows, Path to) throws IOException {
    try (rows) {
      ImageEncoder.tiff(new Coming(rows), to);
    } catch (UncheckedIOException e) {
      throw e.getCause();
    }
  }

  /**
   * A picture whose rows are asked for in their order, as the JDK's writers do; some ask for a
   * piece whole first and then once more row by row.
   */
  private static final class Coming implements RenderedImage {
    private static final int STRIP = 16;

    private final Rows rows;
    private final SampleModel samples;
    private final ColorModel colours;
    private final float[] row;
    private final Deque<WritableRaster> strips = new ArrayDeque<>();
    private int read;
    private int last;

    Coming(Rows rows) {
      this.rows = rows;
      int n = rows.channels();
      int type = rows.depth() == Depth.U8 ? DataBuffer.TYPE_BYTE : DataBuffer.TYPE_USHORT;
      int[] order = new int[n];
      for (int i = 0; i < n; i++) {
        order[i] = i;
      }
      samples =
          new PixelInterleavedSampleModel(type, rows.width(), STRIP, n, rows.width() * n, order);
      boolean alpha = n == 2 || n == 4;
      colours =
          new ComponentColorModel(
              ColorSpace.getInstance(n < 3 ? ColorSpace.CS_GRAY : ColorSpace.CS_sRGB),
              alpha,
              false,
              alpha ? java.awt.Transparency.TRANSLUCENT : java.awt.Transparency.OPAQUE,
              type);
      row = new float[rows.width() * n];
    }

    /** The strip that holds {@code y}, which is not above what was asked for last. */
    private Raster strip(int y) {
      while (strips.isEmpty() || strips.getLast().getMinY() + STRIP <= y) {
        strips.add(next(strips.isEmpty() ? 0 : strips.getLast().getMinY() + STRIP));
      }
      return strips.stream().filter(s -> y < s.getMinY() + STRIP).findFirst().orElseThrow();
    }

    private WritableRaster next(int first) {
      WritableRaster strip = Raster.createWritableRaster(samples, new Point(0, first));
      int full = rows.depth() == Depth.U8 ? 255 : 65535;
      int[] levels = new int[row.length];
      for (int i = 0; i < STRIP && read < rows.height(); i++) {
        try {
          rows.next(row);
        } catch (IOException e) {
          throw new UncheckedIOException(e);
        }
        for (int s = 0; s < row.length; s++) {
          levels[s] = Math.clamp(Math.round(row[s] * full), 0, full);
        }
        strip.setPixels(0, read, rows.width(), 1, levels);
        read++;
      }
      return strip;
    }

    /** Lets go of strips that nobody will ask for again. */
    private void forget(int y) {
      int from = Math.min(y, last);
      last = y;
      while (strips.size() > 1 && strips.getFirst().getMinY() + STRIP <= from) {
        strips.removeFirst();
      }
    }

    @Override
    public Raster getData(Rectangle r) {
      forget(r.y);
      WritableRaster out =
          Raster.createWritableRaster(
              samples.createCompatibleSampleModel(r.width, r.height), new Point(r.x, r.y));
      int[] line = null;
      for (int y = r.y; y < r.y + r.height; y++) {
        line = strip(y).getPixels(r.x, y, r.width, 1, line);
        out.setPixels(r.x, y, r.width, 1, line);
      }
      return out;
    }

    @Override
    public Raster getTile(int x, int y) {
      forget(y * STRIP);
      return strip(y * STRIP);
    }

    @Override
    public Raster getData() {
      return getData(new Rectangle(0, 0, getWidth(), getHeight()));
    }

    @Override
    public WritableRaster copyData(WritableRaster to) {
      Raster from = getData(to.getBounds());
      to.setRect(from);
      return to;
    }

    @Override
    public Vector<RenderedImage> getSources() {
      return null;
    }

    @Override
    public Object getProperty(String name) {
      return java.awt.Image.UndefinedProperty;
    }

    @Override
    public String[] getPropertyNames() {
      return null;
    }

    @Override
    public ColorModel getColorModel() {
      return colours;
    }

    @Override
    public SampleModel getSampleModel() {
      return samples;
    }

    @Override
    public int getWidth() {
      return rows.width();
    }

    @Override
    public int getHeight() {
      return rows.height();
    }

    @Override
    public int getMinX() {
      return 0;
    }

    @Override
    public int getMinY() {
      return 0;
    }

    @Override
    public int getNumXTiles() {
      return 1;
    }

    @Override
    public int getNumYTiles() {
      return (getHeight() + STRIP - 1) / STRIP;
    }

    @Override
    public int getMinTileX() {
      return 0;
    }

    @Override
    public int getMinTileY() {
      return 0;
    }

    @Override
    public int getTileWidth() {
      return getWidth();
    }

    @Override
    public int getTileHeight() {
      return STRIP;
    }

    @Override
    public int getTileGridXOffset() {
      return 0;
    }

    @Override
    public int getTileGridYOffset() {
      return 0;
    }
  }
}
