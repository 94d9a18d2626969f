package keepshelf.imaging.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import keepshelf.imaging.pixel.UnreadableImageException;

/** The first directory of a TIFF file (TIFF 6.0, sections 2 and 8). */
final class TiffHeader {
  private TiffHeader() {}

  static ImageInfo parse(ByteBuffer whole, Runnable beyond) throws IOException {
    ByteBuffer b = whole.duplicate();
    b.order(b.get(0) == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
    long dir = b.getInt(4) & 0xFFFFFFFFL;
    if (dir < 8 || dir > Integer.MAX_VALUE - 16) {
      throw new UnreadableImageException("its directory lies outside the file");
    }
    int at = (int) dir;
    if (at + 2 > b.limit()) {
      beyond.run();
    }
    int count = b.getShort(at) & 0xFFFF;
    if (at + 2 + count * 12 > b.limit()) {
      beyond.run();
    }
    int w = 0;
    int h = 0;
    int bits = 1;
    int channels = 1;
    boolean palette = false;
    for (int i = 0; i < count; i++) {
      int e = at + 2 + i * 12;
      int tag = b.getShort(e) & 0xFFFF;
      boolean isShort = b.getShort(e + 2) == 3;
      int value = isShort ? b.getShort(e + 8) & 0xFFFF : b.getInt(e + 8);
      switch (tag) {
        case 256 -> w = value;
        case 257 -> h = value;
        case 258 -> {
          // More than two 16-bit values do not fit into the entry and stand elsewhere.
          int n = b.getInt(e + 4);
          int where = b.getInt(e + 8);
          if (n > 2 && (where < 0 || where + 2 > b.limit())) {
            beyond.run();
          }
          bits = n > 2 ? b.getShort(where) & 0xFFFF : value;
        }
        case 262 -> palette = value == 3;
        case 277 -> channels = value;
        default -> {}
      }
    }
    return ImageProbe.checked(ImageFormat.TIFF, w, h, palette ? 3 : channels, bits);
  }
}
