package keepshelf.imaging.io;

import java.awt.image.BufferedImage;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.DataBufferUShort;
import java.awt.image.IndexColorModel;
import java.awt.image.PixelInterleavedSampleModel;
import java.awt.image.Raster;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.UnreadableImageException;
import keepshelf.imaging.png.PngDecoder;
import org.jspecify.annotations.Nullable;

/**
 * Decodes pictures in their stored depth and encoding: no colour management, no premultiplied
 * alpha, 16 bits stay 16 bits. Palettes are expanded to RGB or RGBA.
 */
public final class ImageDecoder {
  /** Larger pictures (in pixels) are refused before anything is allocated: 16K x 16K. */
  public static final long MOST_PIXELS = 1L << 28;

  static {
    ImageIO.setUseCache(false);
  }

  private ImageDecoder() {}

  /**
   * Decodes {@code file}.
   *
   * @throws UnreadableImageException with the reason when it is no picture, damaged or too large
   */
  public static Pixels decode(Path file) throws IOException {
    ImageInfo info =
        ImageProbe.probe(file)
            .orElseThrow(
                () -> new UnreadableImageException("it is not a picture that is known here"));
    checkSize(info);
    CutOff.refuse(file, info);
    try {
      if (info.format() == ImageFormat.DDS) {
        return DdsDecoder.decode(file);
      }
      if (info.format() == ImageFormat.EXR) {
        return ExrDecoder.decode(file, info);
      }
      if (info.format() == ImageFormat.HDR) {
        return HdrLines.decode(file, info);
      }
      if (info.format() == ImageFormat.PNG) {
        Optional<Pixels> plain = PngDecoder.decode(file);
        if (plain.isPresent()) {
          return plain.get();
        }
      }
      try (InputStream in = Files.newInputStream(file);
          ImageInputStream stream =
              ImageIO.createImageInputStream(new java.io.BufferedInputStream(in, 1 << 16))) {
        return read(stream, info);
      }
    } catch (OutOfMemoryError e) {
      throw new UnreadableImageException("it needs more memory than there is", e);
    } catch (RuntimeException | StackOverflowError e) {
      // Codecs trust what a header says; a picture that was made to mislead them is only damaged.
      throw new UnreadableImageException("its pixels are damaged", e);
    }
  }

  /**
   * Why {@code file} cannot be decoded, as far as its header and structure tell; empty when nothing
   * speaks against it. Quick: no pixels are decoded.
   */
  public static Optional<String> trouble(Path file) throws IOException {
    try {
      Optional<ImageInfo> info = ImageProbe.probe(file);
      if (info.isEmpty()) {
        return Optional.of("it is not a picture that is known here");
      }
      checkSize(info.get());
      CutOff.refuse(file, info.get());
      return info.get().format() == ImageFormat.DDS ? DdsDecoder.trouble(file) : Optional.empty();
    } catch (UnreadableImageException e) {
      return Optional.of(String.valueOf(e.getMessage()));
    } catch (RuntimeException e) {
      return Optional.of("its header is damaged");
    }
  }

  private static void checkSize(ImageInfo info) throws UnreadableImageException {
    if (!info.format().readable()) {
      throw new UnreadableImageException(
          "pictures of the format "
              + info.format().id().toUpperCase(java.util.Locale.ROOT)
              + " are kept but not decoded");
    }
    if ((long) info.width() * info.height() > MOST_PIXELS) {
      throw new UnreadableImageException(
          "its header claims "
              + info.width()
              + " x "
              + info.height()
              + " pixels, more than is read here");
    }
  }

  private static Pixels read(ImageInputStream stream, ImageInfo info) throws IOException {
    Iterator<ImageReader> readers = ImageIO.getImageReadersByFormatName(info.format().id());
    if (!readers.hasNext()) {
      throw new UnreadableImageException("there is no decoder for " + info.format().id());
    }
    ImageReader reader = readers.next();
    try {
      reader.setInput(stream, true, true);
      return of(reader.read(0));
    } catch (IOException | RuntimeException | StackOverflowError e) {
      // Some codecs hide that there was no room for the picture.
      for (Throwable t = e; t != null; t = t.getCause()) {
        if (t instanceof OutOfMemoryError) {
          throw new UnreadableImageException("it needs more memory than there is", e);
        }
      }
      throw new UnreadableImageException("its pixels are damaged or cut off", e);
    } finally {
      reader.dispose();
    }
  }

  /** The stored samples of {@code image}, in RGB(A) or grey(alpha) order. */
  static Pixels of(BufferedImage image) {
    Raster raster = image.getRaster();
    if (image.getColorModel() instanceof IndexColorModel palette) {
      return expand(raster, palette);
    }
    Pixels direct = direct(raster);
    return direct != null ? direct : byRows(raster);
  }

  /** Takes over the array when samples already lie in the right order (or in BGR order). */
  private static @Nullable Pixels direct(Raster raster) {
    if (!(raster.getSampleModel() instanceof PixelInterleavedSampleModel model)
        || raster.getSampleModelTranslateX() != 0
        || raster.getSampleModelTranslateY() != 0) {
      return null;
    }
    int n = model.getNumBands();
    int w = raster.getWidth();
    int h = raster.getHeight();
    if (n > 4 || model.getPixelStride() != n || model.getScanlineStride() != w * n) {
      return null;
    }
    int[] offsets = model.getBandOffsets();
    DataBuffer data = raster.getDataBuffer();
    if (data.getOffset() != 0 || data.getSize() != w * h * n) {
      return null;
    }
    if (data instanceof DataBufferByte bytes) {
      byte[] in = bytes.getData();
      if (inOrder(offsets)) {
        return Pixels.u8(w, h, n, in);
      }
      byte[] out = new byte[in.length];
      for (int i = 0; i < in.length; i += n) {
        for (int c = 0; c < n; c++) {
          out[i + c] = in[i + offsets[c]];
        }
      }
      return Pixels.u8(w, h, n, out);
    }
    if (data instanceof DataBufferUShort shorts && inOrder(offsets)) {
      return Pixels.u16(w, h, n, shorts.getData());
    }
    return null;
  }

  private static boolean inOrder(int[] offsets) {
    for (int i = 0; i < offsets.length; i++) {
      if (offsets[i] != i) {
        return false;
      }
    }
    return true;
  }

  @SuppressWarnings("NullAway") // The array of its depth is there.
  private static Pixels byRows(Raster raster) {
    int w = raster.getWidth();
    int h = raster.getHeight();
    int bands = raster.getNumBands();
    int n = Math.min(bands, 4);
    int type = raster.getTransferType();
    int x0 = raster.getMinX();
    int y0 = raster.getMinY();
    if (type == DataBuffer.TYPE_FLOAT || type == DataBuffer.TYPE_DOUBLE) {
      float[] out = new float[w * h * n];
      float[] row = new float[w * bands];
      for (int y = 0; y < h; y++) {
        raster.getPixels(x0, y0 + y, w, 1, row);
        for (int x = 0; x < w; x++) {
          System.arraycopy(row, x * bands, out, (y * w + x) * n, n);
        }
      }
      return Pixels.f32(w, h, n, out);
    }
    int bits = raster.getSampleModel().getSampleSize(0);
    int[] row = new int[w * bands];
    int full = (int) ((1L << bits) - 1);
    byte[] low = bits <= 8 ? new byte[w * h * n] : null;
    short[] high = bits <= 8 ? null : new short[w * h * n];
    for (int y = 0; y < h; y++) {
      raster.getPixels(x0, y0 + y, w, 1, row);
      for (int x = 0; x < w; x++) {
        for (int c = 0; c < n; c++) {
          int v = row[x * bands + c];
          int at = (y * w + x) * n + c;
          if (low != null) {
            low[at] = (byte) (bits == 8 ? v : v * 255 / full);
          } else {
            high[at] = (short) (bits == 16 ? v : bits > 16 ? v >>> (bits - 16) : v * 65535L / full);
          }
        }
      }
    }
    return low != null ? Pixels.u8(w, h, n, low) : Pixels.u16(w, h, n, high);
  }

  private static Pixels expand(Raster raster, IndexColorModel palette) {
    int w = raster.getWidth();
    int h = raster.getHeight();
    int n = palette.hasAlpha() ? 4 : 3;
    byte[] out = new byte[w * h * n];
    int[] row = new int[w];
    for (int y = 0; y < h; y++) {
      raster.getSamples(raster.getMinX(), raster.getMinY() + y, w, 1, 0, row);
      for (int x = 0; x < w; x++) {
        int rgb = palette.getRGB(row[x]);
        int at = (y * w + x) * n;
        out[at] = (byte) (rgb >> 16);
        out[at + 1] = (byte) (rgb >> 8);
        out[at + 2] = (byte) rgb;
        if (n == 4) {
          out[at + 3] = (byte) (rgb >>> 24);
        }
      }
    }
    return Pixels.u8(w, h, n, out);
  }
}
