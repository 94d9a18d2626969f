package keepshelf.imaging.rows;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import keepshelf.imaging.analyse.LargePicture;
import keepshelf.imaging.convert.Resize;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.io.ImageProbe;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.PixelMemory;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.Rows;
import keepshelf.imaging.pixel.UnreadableImageException;
import keepshelf.imaging.png.PngLines;

/**
 * Opens pictures row by row: PNG, TIFF, JPEG, OpenEXR and RGBE from the file as it is read, others
 * decoded whole. What cannot be done by rows (palettes, interlacing, floats in TIFF) is decoded
 * whole as well.
 */
public final class RowReader {
  /** Pixels above which a picture is better not held whole: more than 6K x 6K. */
  private static final long LARGE = 40_000_000;

  private RowReader() {}

  /**
   * The rows of a picture file.
   *
   * @throws IOException when it cannot be read
   */
  public static Rows open(Path file) throws IOException {
    ImageInfo info =
        ImageProbe.probe(file).orElseThrow(() -> new IOException(file + " is no picture"));
    Optional<Rows> rows = byRows(file, info);
    return rows.isPresent() ? rows.get() : of(ImageDecoder.decode(file));
  }

  /**
   * The rows of a picture file that need not be held whole; empty when it has to be.
   *
   * @param info what is known of {@code file}
   * @throws IOException when it cannot be read
   */
  public static Optional<Rows> byRows(Path file, ImageInfo info) throws IOException {
    return switch (info.format()) {
      case PNG -> PngLines.open(file).map(PngRows::new);
      case TIFF ->
          info.bits() == 8 || info.bits() == 16 ? BandRows.open(file, info) : Optional.empty();
      case JPEG -> BandRows.open(file, info);
      case EXR -> Optional.of(LightRows.exr(file));
      case HDR -> Optional.of(LightRows.hdr(file, info));
      default -> Optional.empty();
    };
  }

  /** A smaller copy of a picture file, made while it is read; see {@link RowSteps#shrink}. */
  public static Pixels small(Path file, int w, int h, Resize.Holds holds) throws IOException {
    return small(open(file), w, h, holds);
  }

  /**
   * A picture file, decoded whole; a very large one is made smaller while it is read.
   *
   * @param side pixels that the longer side of a very large one has at the most
   * @throws IOException when it cannot be decoded
   */
  public static Pixels atMost(Path file, int side, Resize.Holds holds) throws IOException {
    ImageInfo info = ImageProbe.probe(file).orElse(null);
    if (info == null || !large(info)) {
      return ImageDecoder.decode(file);
    }
    refuse(file);
    double scale = Math.min(1, (double) side / Math.max(info.width(), info.height()));
    int w = Math.max(1, (int) Math.round(info.width() * scale));
    int h = Math.max(1, (int) Math.round(info.height() * scale));
    return small(open(file), w, h, holds);
  }

  /**
   * All of a very large picture file, looked at once, when there is memory for it; empty when it is
   * not large, or of a kind that is decoded whole.
   *
   * @param info what is known of it
   * @throws UnreadableImageException with the reason when it is damaged
   */
  public static Optional<LargePicture> look(Path file, ImageInfo info) throws IOException {
    if (!large(info)) {
      return Optional.empty();
    }
    refuse(file);
    PixelMemory memory = PixelMemory.take(LargePicture.memory(info) + BandRows.memory(info));
    try {
      Optional<Rows> opened = byRows(file, info);
      if (opened.isEmpty()) {
        return Optional.empty();
      }
      try (Rows rows = opened.get()) {
        return Optional.of(LargePicture.of(rows));
      }
    } catch (CancellationException e) {
      throw e;
    } catch (RuntimeException e) {
      throw new UnreadableImageException("its pixels are damaged", e);
    } finally {
      memory.release();
    }
  }

  private static boolean large(ImageInfo info) {
    return (long) info.width() * info.height() > LARGE;
  }

  private static void refuse(Path file) throws IOException {
    Optional<String> trouble = ImageDecoder.trouble(file);
    if (trouble.isPresent()) {
      throw new UnreadableImageException(trouble.get());
    }
  }

  private static Pixels small(Rows from, int w, int h, Resize.Holds holds) throws IOException {
    boolean floats = from.depth() == Depth.F32;
    // Floats are linear light already.
    boolean linear = floats && holds == Resize.Holds.COLOUR;
    try (Rows rows = RowSteps.shrink(from, w, h, linear ? Resize.Holds.DATA : holds)) {
      int n = rows.channels();
      float[] row = new float[w * n];
      short[] shorts = new short[floats ? 0 : row.length * h];
      float[] light = new float[floats ? row.length * h : 0];
      for (int y = 0; y < h; y++) {
        rows.next(row);
        if (floats) {
          System.arraycopy(row, 0, light, y * row.length, row.length);
        }
        for (int i = 0; !floats && i < row.length; i++) {
          shorts[y * row.length + i] = (short) Math.round(Math.clamp(row[i], 0f, 1f) * 65535);
        }
      }
      return floats ? Pixels.f32(w, h, n, light) : Pixels.u16(w, h, n, shorts);
    } catch (CancellationException e) {
      throw e;
    } catch (RuntimeException e) {
      throw new UnreadableImageException("its pixels are damaged", e);
    }
  }

  /** The rows of a picture in memory. */
  public static Rows of(Pixels p) {
    return new Sized(p.width(), p.height(), p.channels(), p.depth()) {
      private int at;

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
}
