package keepshelf.imaging.io;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import keepshelf.imaging.exr.ExrException;
import keepshelf.imaging.exr.ExrFacts;
import keepshelf.imaging.pixel.UnreadableImageException;

/**
 * Reads picture headers: format by content, size, channels and bits, without decoding pixels. Only
 * as much of the file is read as the header needs.
 */
public final class ImageProbe {
  private static final int FIRST_READ = 64 * 1024;
  private static final int MOST = 512 * 1024 * 1024;

  private ImageProbe() {}

  /**
   * The header of {@code file}; empty when it is no picture that is recognised.
   *
   * @throws UnreadableImageException when it starts like a picture but its header is broken
   */
  public static Optional<ImageInfo> probe(Path file) throws IOException {
    try (InputStream in = Files.newInputStream(file)) {
      return probe(in, file.getFileName().toString());
    }
  }

  /** The same from a stream that stands at the file's first byte; {@code name} tells TGA. */
  public static Optional<ImageInfo> probe(InputStream in, String name) throws IOException {
    byte[] head = in.readNBytes(FIRST_READ);
    boolean complete = head.length < FIRST_READ;
    while (true) {
      try {
        ByteBuffer b = ByteBuffer.wrap(head);
        return parse(b, name).map(i -> ImageTags.add(i, b));
      } catch (BeyondException | IndexOutOfBoundsException e) {
        if (complete || head.length >= MOST) {
          throw new UnreadableImageException("its header is cut off", e);
        }
        int had = head.length;
        byte[] more = in.readNBytes(Math.min(MOST, had * 4) - had);
        head = Arrays.copyOf(head, had + more.length);
        System.arraycopy(more, 0, head, had, more.length);
        complete = more.length == 0 || more.length < had * 3;
      }
    }
  }

  /** Thrown while parsing when the bytes at hand do not reach far enough. */
  private static final class BeyondException extends RuntimeException {
    private static final long serialVersionUID = 1;
  }

  private static Optional<ImageInfo> parse(ByteBuffer b, String name) throws IOException {
    if (b.limit() < 12) {
      return Optional.empty();
    }
    int m = b.getInt(0);
    if (m == 0x89504E47) {
      return Optional.of(png(b));
    }
    if (m >>> 8 == 0xFFD8FF) {
      return Optional.of(jpeg(b));
    }
    if (m == 0x49492A00 || m == 0x4D4D002A) {
      return Optional.of(TiffHeader.parse(b, ImageProbe::beyond));
    }
    if (m == 0x762F3101) {
      return Optional.of(exr(b));
    }
    if (m == 0x38425053) {
      return info(ImageFormat.PSD, b.getInt(18), b.getInt(14), b.getShort(12), b.getShort(22));
    }
    if (m == 0x52494646 && b.getInt(8) == 0x57454250) {
      return Optional.of(webp(b));
    }
    if (m == 0x44445320) {
      DdsHeader d = DdsHeader.of(b);
      return info(ImageFormat.DDS, d.width(), d.height(), d.channels(), d.bits());
    }
    if (m == 0xAB4B5458) {
      return info(ImageFormat.KTX2, le32(b, 20), le32(b, 24), 4, 8);
    }
    if (m == 0x47494638) {
      return info(ImageFormat.GIF, le16(b, 6), le16(b, 8), 3, 8);
    }
    if (m >>> 16 == 0x424D && b.limit() >= 30 && le32(b, 14) >= 40) {
      int bpp = le16(b, 28);
      return info(ImageFormat.BMP, le32(b, 18), Math.abs(le32(b, 22)), bpp == 32 ? 4 : 3, 8);
    }
    if (m >>> 16 == 0x233F) {
      return Optional.of(hdr(b));
    }
    if (ImageFormat.ofName(name).filter(f -> f == ImageFormat.TGA).isPresent()) {
      return tga(b);
    }
    return Optional.empty();
  }

  private static ImageInfo exr(ByteBuffer b) throws IOException {
    try {
      ExrFacts f = ExrFacts.of(b);
      return checked(ImageFormat.EXR, f.width(), f.height(), f.channels(), f.bits());
    } catch (ExrException e) {
      throw new UnreadableImageException(e.getMessage(), e);
    }
  }

  private static Optional<ImageInfo> info(ImageFormat f, int w, int h, int channels, int bits)
      throws UnreadableImageException {
    return Optional.of(checked(f, w, h, channels, bits));
  }

  static ImageInfo checked(ImageFormat f, int w, int h, int channels, int bits)
      throws UnreadableImageException {
    if (w < 1 || h < 1 || channels < 1 || bits < 1) {
      throw new UnreadableImageException("its header gives no size (" + w + " x " + h + ")");
    }
    return new ImageInfo(f, w, h, channels, bits);
  }

  private static ImageInfo png(ByteBuffer b) throws IOException {
    if (b.getInt(12) != 0x49484452) {
      throw new UnreadableImageException("its header chunk is missing");
    }
    int type = b.get(25);
    int channels =
        switch (type) {
          case 0 -> 1;
          case 2, 3 -> 3;
          case 4 -> 2;
          case 6 -> 4;
          default -> throw new UnreadableImageException("its colour type " + type + " is unknown");
        };
    return checked(
        ImageFormat.PNG, b.getInt(16), b.getInt(20), channels, type == 3 ? 8 : b.get(24));
  }

  private static ImageInfo jpeg(ByteBuffer b) throws IOException {
    int p = 2;
    while (true) {
      if (p + 4 > b.limit()) {
        beyond();
      }
      if ((b.get(p) & 0xFF) != 0xFF) {
        throw new UnreadableImageException("its segments are broken");
      }
      int marker = b.get(p + 1) & 0xFF;
      if (marker == 0xFF) {
        p++;
        continue;
      }
      boolean frame =
          marker >= 0xC0 && marker <= 0xCF && marker != 0xC4 && marker != 0xC8 && marker != 0xCC;
      if (frame) {
        int h = b.getShort(p + 5) & 0xFFFF;
        int w = b.getShort(p + 7) & 0xFFFF;
        return checked(ImageFormat.JPEG, w, h, b.get(p + 9), b.get(p + 4));
      }
      if (marker == 0xD9 || marker == 0xDA) {
        throw new UnreadableImageException("it has no frame header");
      }
      p += 2 + (b.getShort(p + 2) & 0xFFFF);
    }
  }

  private static ImageInfo webp(ByteBuffer b) throws IOException {
    int chunk = b.getInt(12);
    if (chunk == 0x56503858) {
      int w = 1 + (le32(b, 24) & 0xFFFFFF);
      int h = 1 + (le32(b, 26) >>> 8 & 0xFFFFFF);
      return checked(ImageFormat.WEBP, w, h, (b.get(20) & 0x10) != 0 ? 4 : 3, 8);
    }
    if (chunk == 0x5650384C) {
      int v = le32(b, 21);
      return checked(
          ImageFormat.WEBP,
          1 + (v & 0x3FFF),
          1 + (v >>> 14 & 0x3FFF),
          (v >>> 28 & 1) == 1 ? 4 : 3,
          8);
    }
    return checked(ImageFormat.WEBP, le16(b, 26) & 0x3FFF, le16(b, 28) & 0x3FFF, 3, 8);
  }

  private static ImageInfo hdr(ByteBuffer b) throws IOException {
    String text =
        new String(
            b.array(), 0, Math.min(b.limit(), 8192), java.nio.charset.StandardCharsets.ISO_8859_1);
    var size =
        java.util.regex.Pattern.compile("\n([-+][XY]) (\\d{1,6}) ([-+][XY]) (\\d{1,6})\n")
            .matcher(text);
    if (!size.find()) {
      throw new UnreadableImageException("its resolution line is missing");
    }
    int first = Integer.parseInt(size.group(2));
    int second = Integer.parseInt(size.group(4));
    boolean rowsFirst = size.group(1).endsWith("Y");
    return checked(ImageFormat.HDR, rowsFirst ? second : first, rowsFirst ? first : second, 3, 32);
  }

  private static Optional<ImageInfo> tga(ByteBuffer b) throws IOException {
    int type = b.get(2);
    int bpp = b.get(16) & 0xFF;
    boolean known = type == 1 || type == 2 || type == 3 || type == 9 || type == 10 || type == 11;
    if (!known || (bpp != 8 && bpp != 15 && bpp != 16 && bpp != 24 && bpp != 32)) {
      throw new UnreadableImageException("it is not a TGA picture that can be read");
    }
    boolean grey = type == 3 || type == 11;
    return info(ImageFormat.TGA, le16(b, 12), le16(b, 14), grey ? 1 : bpp == 32 ? 4 : 3, 8);
  }

  static int le16(ByteBuffer b, int at) {
    return Short.reverseBytes(b.getShort(at)) & 0xFFFF;
  }

  static int le32(ByteBuffer b, int at) {
    return Integer.reverseBytes(b.getInt(at));
  }

  private static void beyond() {
    throw new BeyondException();
  }
}
