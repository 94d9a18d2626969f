package keepshelf.imaging.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import keepshelf.imaging.pixel.UnreadableImageException;

/**
 * Tells whether a picture file reaches as far as its own structure says. Many decoders make up what
 * is missing (grey, black, the last line again) and say nothing, so this is looked at before.
 */
final class CutOff {
  private static final String WHY = "it is cut off: the file ends before its pixels do";

  /** No coding of these formats makes more of a byte; flat pictures come near a quarter of it. */
  private static final long MOST_PER_BYTE = 4096;

  private static final long ALWAYS_ALLOWED = 4 << 20;

  private CutOff() {}

  /**
   * Refuses a file that ends too early.
   *
   * @throws UnreadableImageException when it is cut off
   */
  static void refuse(Path file, ImageInfo info) throws IOException {
    try (FileChannel in = FileChannel.open(file, StandardOpenOption.READ)) {
      long size = in.size();
      if (info.format() != ImageFormat.WEBP
          && claims(info) > MOST_PER_BYTE * size + ALWAYS_ALLOWED) {
        throw new UnreadableImageException(
            "its header claims "
                + info.width()
                + " x "
                + info.height()
                + " pixels, more than the file can hold");
      }
      Bytes b = new Bytes(in, size);
      boolean whole;
      try {
        whole =
            switch (info.format()) {
              case PNG -> png(b);
              case JPEG -> JpegEnd.reached(b);
              case TIFF -> tiff(b);
              case EXR -> exr(b);
              case TGA -> tga(b, info);
              case BMP -> bmp(b);
              case WEBP -> 8 + (b.le32(4) & 0xFFFFFFFFL) <= size;
              case PSD -> psd(b);
              case GIF -> gif(b);
              case DDS -> DdsDecoder.bytes(b.start(256)) <= size;
              // Its decoder reads each line and says so itself; others are not decoded.
              case HDR, KTX2 -> true;
            };
      } catch (EndException e) {
        whole = false;
      }
      if (!whole) {
        throw new UnreadableImageException(WHY);
      }
    }
  }

  private static long claims(ImageInfo info) {
    return (long) info.width() * info.height() * info.channels() * Math.max(1, info.bits() / 8);
  }

  /** Thrown where a file ends that should go on. */
  static final class EndException extends RuntimeException {
    private static final long serialVersionUID = 1;

    EndException() {
      super(null, null, false, false);
    }
  }

  /** A file by positions, through a window that moves along. */
  static final class Bytes {
    private static final int WINDOW = 1 << 16;
    private final FileChannel in;
    private final long size;
    private final ByteBuffer window = ByteBuffer.allocate(WINDOW);
    private long from;

    Bytes(FileChannel in, long size) {
      this.in = in;
      this.size = size;
      window.limit(0);
    }

    long size() {
      return size;
    }

    /** The byte at {@code at}. */
    int u8(long at) throws IOException {
      if (at < from || at >= from + window.limit()) {
        load(at);
      }
      return window.get((int) (at - from)) & 0xFF;
    }

    private void load(long at) throws IOException {
      if (at < 0 || at >= size) {
        throw new EndException();
      }
      window.clear();
      while (window.hasRemaining()) {
        int n = in.read(window, at + window.position());
        if (n < 0) {
          break;
        }
      }
      window.flip();
      from = at;
      if (window.limit() == 0) {
        throw new EndException();
      }
    }

    int be16(long at) throws IOException {
      return u8(at) << 8 | u8(at + 1);
    }

    int le16(long at) throws IOException {
      return u8(at) | u8(at + 1) << 8;
    }

    int le32(long at) throws IOException {
      return le16(at) | le16(at + 2) << 16;
    }

    int be32(long at) throws IOException {
      return be16(at) << 16 | be16(at + 2);
    }

    long le64(long at) throws IOException {
      return (le32(at) & 0xFFFFFFFFL) | (long) le32(at + 4) << 32;
    }

    /** The first {@code n} bytes, or as many as there are. */
    ByteBuffer start(int n) throws IOException {
      byte[] out = new byte[(int) Math.min(n, size)];
      for (int i = 0; i < out.length; i++) {
        out[i] = (byte) u8(i);
      }
      return ByteBuffer.wrap(out).order(ByteOrder.LITTLE_ENDIAN);
    }
  }

  private static boolean png(Bytes b) throws IOException {
    long at = 8;
    while (true) {
      long length = b.be32(at) & 0xFFFFFFFFL;
      if (b.be32(at + 4) == 0x49454E44) {
        return true;
      }
      at += 12 + length;
      if (at > b.size()) {
        return false;
      }
    }
  }

  /** Every strip or tile of the first directory lies in the file. (TIFF 6.0, sections 2 and 15) */
  private static boolean tiff(Bytes b) throws IOException {
    boolean little = b.u8(0) == 'I';
    TiffWords w = new TiffWords(b, little);
    long dir = w.u32(4);
    int entries = w.u16(dir);
    long offsets = -1;
    long counts = -1;
    for (int i = 0; i < entries; i++) {
      long e = dir + 2 + 12L * i;
      int tag = w.u16(e);
      if (tag == 273 || tag == 324) {
        offsets = e;
      } else if (tag == 279 || tag == 325) {
        counts = e;
      }
    }
    if (offsets < 0 || counts < 0) {
      return true;
    }
    long n = Math.min(w.u32(offsets + 4), w.u32(counts + 4));
    for (long i = 0; i < n; i++) {
      if (w.value(offsets, i) + w.value(counts, i) > b.size()) {
        return false;
      }
    }
    return true;
  }

  /** Words of a TIFF file, in its order of bytes. */
  private record TiffWords(Bytes b, boolean little) {
    int u16(long at) throws IOException {
      return little ? b.le16(at) : b.be16(at);
    }

    long u32(long at) throws IOException {
      return (little ? b.le32(at) : b.be32(at)) & 0xFFFFFFFFL;
    }

    /** Value number {@code i} of the directory's entry at {@code e}. */
    long value(long e, long i) throws IOException {
      boolean isShort = u16(e + 2) == 3;
      int each = isShort ? 2 : 4;
      long where = u32(e + 4) * each <= 4 ? e + 8 : u32(e + 8);
      return isShort ? u16(where + each * i) : u32(where + each * i);
    }
  }

  /** The last block that the table of offsets names is there. (OpenEXR file layout) */
  private static boolean exr(Bytes b) throws IOException {
    int flags = b.le32(4);
    if ((flags & 0x1000) != 0) {
      // Parts have tables of their own; their decoder says what is missing.
      return true;
    }
    boolean tiled = (flags & 0x200) != 0;
    long at = 8;
    while (b.u8(at) != 0) {
      at = after(b, after(b, at));
      int size = b.le32(at);
      if (size < 0) {
        return false;
      }
      at += 4 + size;
    }
    long table = at + 1;
    long first = b.le64(table);
    long end = first;
    for (long p = table; p < end && p < first; p += 8) {
      long offset = b.le64(p);
      if (offset <= table || offset >= b.size()) {
        return false;
      }
      first = Math.min(first, offset);
      long head = tiled ? 20 : 8;
      long size = b.le32(offset + head - 4) & 0xFFFFFFFFL;
      if (offset + head + size > b.size()) {
        return false;
      }
    }
    return true;
  }

  private static long after(Bytes b, long text) throws IOException {
    long p = text;
    while (b.u8(p) != 0) {
      p++;
    }
    return p + 1;
  }

  private static boolean tga(Bytes b, ImageInfo info) throws IOException {
    int type = b.u8(2);
    int bytes = (b.u8(16) + 7) / 8;
    long at = 18L + b.u8(0) + (b.u8(1) == 1 ? (long) b.le16(5) * ((b.u8(7) + 7) / 8) : 0);
    long pixels = (long) info.width() * info.height();
    if (type < 9) {
      return at + pixels * bytes <= b.size();
    }
    while (pixels > 0) {
      int packet = b.u8(at);
      int count = (packet & 0x7F) + 1;
      at += 1 + (long) bytes * (packet >= 128 ? 1 : count);
      pixels -= count;
    }
    return at <= b.size();
  }

  private static boolean bmp(Bytes b) throws IOException {
    int compression = b.le32(30);
    if (compression != 0 && compression != 3) {
      return (b.le32(2) & 0xFFFFFFFFL) <= b.size();
    }
    long row = ((long) b.le32(18) * b.le16(28) + 31) / 32 * 4;
    return (b.le32(10) & 0xFFFFFFFFL) + row * Math.abs((long) b.le32(22)) <= b.size();
  }

  /** The merged picture at the end of the file. (PSD and PSB file layout) */
  private static boolean psd(Bytes b) throws IOException {
    boolean large = b.be16(4) == 2;
    long at = 26;
    at += 4 + (b.be32(at) & 0xFFFFFFFFL);
    at += 4 + (b.be32(at) & 0xFFFFFFFFL);
    at +=
        large
            ? 8 + ((long) b.be32(at) << 32 | b.be32(at + 4) & 0xFFFFFFFFL)
            : 4 + (b.be32(at) & 0xFFFFFFFFL);
    int packed = b.be16(at);
    long rows = (b.be32(14) & 0xFFFFFFFFL) * b.be16(12);
    long line = ((b.be32(18) & 0xFFFFFFFFL) * b.be16(22) + 7) / 8;
    at += 2;
    if (packed == 0) {
      return at + rows * line <= b.size();
    }
    if (packed == 1) {
      int each = large ? 4 : 2;
      long end = at + rows * each;
      for (long i = 0; i < rows; i++) {
        end += large ? b.be32(at + each * i) & 0xFFFFFFFFL : b.be16(at + each * i);
      }
      return end <= b.size();
    }
    return true;
  }

  private static boolean gif(Bytes b) throws IOException {
    int flags = b.u8(10);
    long at = 13 + ((flags & 0x80) != 0 ? 3L << ((flags & 7) + 1) : 0);
    while (true) {
      switch (b.u8(at)) {
        case 0x3B -> {
          return true;
        }
        case 0x21 -> at = blocks(b, at + 2);
        case 0x2C -> {
          int own = b.u8(at + 9);
          at = blocks(b, at + 11 + ((own & 0x80) != 0 ? 3L << ((own & 7) + 1) : 0));
        }
        default -> {
          // Some writers leave padding; all pictures came before it.
          return true;
        }
      }
    }
  }

  private static long blocks(Bytes b, long from) throws IOException {
    long at = from;
    while (b.u8(at) != 0) {
      at += 1 + b.u8(at);
    }
    return at + 1;
  }
}
