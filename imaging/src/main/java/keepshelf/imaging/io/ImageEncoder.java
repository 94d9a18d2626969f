package keepshelf.imaging.io;

import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.ComponentColorModel;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.DataBufferUShort;
import java.awt.image.PixelInterleavedSampleModel;
import java.awt.image.Raster;
import java.awt.image.RenderedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import keepshelf.imaging.pixel.Lines;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.png.PngEncoder;
import keepshelf.imaging.tiff.TiffEncoder;

/**
 * Writes pictures as PNG (8 or 16 bit), JPEG (8 bit), TIFF (8 or 16 bit, deflated), EXR or Radiance
 * (floats).
 */
public final class ImageEncoder {
  private static final int TIFF_EFFORT = 2;

  private ImageEncoder() {}

  /**
   * Writes a PNG at the picture's own depth; {@code level} is zlib effort 1 (fast) to 9 (small).
   */
  public static void png(Pixels p, Path to, int level) throws IOException {
    PngEncoder.write(Lines.of(p), to, level);
  }

  /** Writes a baseline JPEG; {@code quality} 0..1. One- and three-channel 8-bit pictures only. */
  public static void jpeg(Pixels p, Path to, float quality) throws IOException {
    if (p.depth() != keepshelf.imaging.pixel.Depth.U8 || p.channels() == 2 || p.channels() == 4) {
      throw new IllegalArgumentException("JPEG takes 8-bit grey or RGB");
    }
    jpeg(image(p), to, quality);
  }

  /** Writes a TIFF at the picture's own depth, deflate-compressed. */
  public static void tiff(Pixels p, Path to) throws IOException {
    TiffEncoder.write(Lines.of(p), to, TIFF_EFFORT);
  }

  /** Writes lines as they come as PNG; see {@link #png(Pixels, Path, int)}. */
  public static void png(Lines coming, Path to, int level) throws IOException {
    PngEncoder.write(coming, to, level);
  }

  /** Writes lines as they come as TIFF; see {@link #tiff(Pixels, Path)}. */
  public static void tiff(Lines coming, Path to) throws IOException {
    TiffEncoder.write(coming, to, TIFF_EFFORT);
  }

  /** Writes floats as OpenEXR, lossless. */
  public static void exr(Pixels p, Path to) throws IOException {
    ExrEncoder.write(p, to);
  }

  /** Writes floats as Radiance RGBE, which keeps eight bits of each and their common exponent. */
  public static void hdr(Pixels p, Path to) throws IOException {
    HdrEncoder.write(p, to);
  }

  private static void jpeg(RenderedImage picture, Path to, float quality) throws IOException {
    ImageWriter writer = jdkWriter("jpeg");
    ImageWriteParam param = writer.getDefaultWriteParam();
    param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
    param.setCompressionQuality(quality);
    Files.deleteIfExists(to);
    try (ImageOutputStream out = ImageIO.createImageOutputStream(to.toFile())) {
      if (out == null) {
        throw new IOException("cannot write " + to);
      }
      writer.setOutput(out);
      writer.write(null, new IIOImage(picture, null, null), param);
    } finally {
      writer.dispose();
    }
  }

  /** The JDK's own writer, whatever plug-ins there are. */
  private static ImageWriter jdkWriter(String format) throws IOException {
    var all = ImageIO.getImageWritersByFormatName(format);
    while (all.hasNext()) {
      ImageWriter w = all.next();
      if (w.getClass().getName().startsWith("com.sun.")) {
        return w;
      }
    }
    throw new IOException("there is no writer for " + format);
  }

  /** A view of the samples as the toolkit's picture type, without copying them. */
  static BufferedImage image(Pixels p) {
    int n = p.channels();
    int[] order = new int[n];
    for (int i = 0; i < n; i++) {
      order[i] = i;
    }
    boolean alpha = n == 2 || n == 4;
    int type;
    DataBuffer data;
    if (p.rawBytes() != null) {
      type = DataBuffer.TYPE_BYTE;
      data = new DataBufferByte(p.rawBytes(), p.sampleCount());
    } else if (p.rawShorts() != null) {
      type = DataBuffer.TYPE_USHORT;
      data = new DataBufferUShort(p.rawShorts(), p.sampleCount());
    } else {
      throw new IllegalArgumentException("float pictures cannot be written in this format");
    }
    var space = ColorSpace.getInstance(n < 3 ? ColorSpace.CS_GRAY : ColorSpace.CS_sRGB);
    var model =
        new ComponentColorModel(
            space,
            alpha,
            false,
            alpha ? java.awt.Transparency.TRANSLUCENT : java.awt.Transparency.OPAQUE,
            type);
    var samples =
        new PixelInterleavedSampleModel(type, p.width(), p.height(), n, p.width() * n, order);
    var raster = Raster.createWritableRaster(samples, data, null);
    return new BufferedImage(model, raster, false, null);
  }
}
