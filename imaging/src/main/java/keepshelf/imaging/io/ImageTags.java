package keepshelf.imaging.io;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.zip.DataFormatException;
import java.util.zip.Inflater;
import org.jspecify.annotations.Nullable;

/**
 * Reads from the first bytes of a picture how it asks to be turned (EXIF) and the name of its
 * colour profile (ICC). What lies beyond the bytes at hand, or is broken, counts as not there.
 */
final class ImageTags {
  private static final int MOST_PROFILE = 1 << 20;
  private static final int ORIENTATION = 274;
  private static final int ICC = 34675;

  private int orientation = 1;
  private @Nullable String profile;

  private ImageTags() {}

  /** {@code info} with what the tags in {@code head} say. */
  static ImageInfo add(ImageInfo info, ByteBuffer head) {
    ImageTags t = new ImageTags();
    ByteBuffer b = head.duplicate().order(ByteOrder.BIG_ENDIAN);
    try {
      switch (info.format()) {
        case PNG -> t.png(b);
        case JPEG -> t.jpeg(b);
        case TIFF -> t.directory(b, 0);
        default -> {}
      }
    } catch (RuntimeException beyondOrBroken) {
      // Tags are remarks; the picture itself was read.
    }
    return new ImageInfo(
        info.format(),
        info.width(),
        info.height(),
        info.channels(),
        info.bits(),
        t.orientation,
        t.profile);
  }

  private void png(ByteBuffer b) {
    int p = 8;
    while (p + 12 <= b.limit()) {
      int length = b.getInt(p);
      String type = ascii(b, p + 4, 4);
      if (type.equals("IDAT") || length < 0) {
        return;
      }
      if (type.equals("iCCP")) {
        int name = p + 8;
        int end = name;
        while (b.get(end) != 0) {
          end++;
        }
        String said = ascii(b, name, end - name);
        String inside = described(inflated(b, end + 2, p + 8 + length));
        profile = inside != null ? inside : said;
      } else if (type.equals("eXIf")) {
        directory(b, p + 8);
      }
      p += 12 + length;
    }
  }

  private static ByteBuffer inflated(ByteBuffer b, int from, int to) {
    byte[] in = new byte[Math.min(to, b.limit()) - from];
    b.get(from, in);
    byte[] out = new byte[MOST_PROFILE];
    Inflater inflater = new Inflater();
    try {
      inflater.setInput(in);
      int n = inflater.inflate(out);
      return ByteBuffer.wrap(out, 0, n).slice();
    } catch (DataFormatException e) {
      return ByteBuffer.allocate(0);
    } finally {
      inflater.end();
    }
  }

  private void jpeg(ByteBuffer b) {
    int p = 2;
    while (p + 4 <= b.limit() && (b.get(p) & 0xFF) == 0xFF) {
      int marker = b.get(p + 1) & 0xFF;
      if (marker == 0xFF) {
        p++;
        continue;
      }
      if (marker == 0xDA || marker == 0xD9) {
        return;
      }
      int length = b.getShort(p + 2) & 0xFFFF;
      if (marker == 0xE1 && ascii(b, p + 4, 4).equals("Exif")) {
        directory(b, p + 10);
      } else if (marker == 0xE2 && profile == null && ascii(b, p + 4, 11).equals("ICC_PROFILE")) {
        profile = described(b.slice(p + 18, b.limit() - p - 18));
      }
      p += 2 + length;
    }
  }

  /** The first directory of TIFF data that begins at {@code base}. */
  private void directory(ByteBuffer b, int base) {
    ByteBuffer t = b.slice(base, b.limit() - base);
    t.order(t.getShort(0) == 0x4949 ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
    int at = t.getInt(4);
    int n = t.getShort(at) & 0xFFFF;
    for (int i = 0; i < n; i++) {
      int e = at + 2 + 12 * i;
      int tag = t.getShort(e) & 0xFFFF;
      if (tag == ORIENTATION) {
        int v = t.getShort(e + 8) & 0xFFFF;
        orientation = v >= 1 && v <= 8 ? v : 1;
      } else if (tag == ICC) {
        int where = t.getInt(e + 8);
        profile = described(t.slice(where, t.limit() - where).order(ByteOrder.BIG_ENDIAN));
      }
    }
  }

  /** The description in an ICC profile (ICC.1:2010, 9.2.41), or null. */
  private static @Nullable String described(ByteBuffer icc) {
    try {
      int tags = icc.getInt(128);
      for (int i = 0; i < Math.min(tags, 100); i++) {
        int e = 132 + 12 * i;
        if (ascii(icc, e, 4).equals("desc")) {
          int at = icc.getInt(e + 4);
          if (ascii(icc, at, 4).equals("mluc")) {
            byte[] text = new byte[icc.getInt(at + 20)];
            icc.get(at + icc.getInt(at + 24), text);
            return new String(text, StandardCharsets.UTF_16BE).trim();
          }
          return ascii(icc, at + 12, icc.getInt(at + 8) - 1).trim();
        }
      }
    } catch (RuntimeException beyondOrBroken) {
      return "unnamed";
    }
    return null;
  }

  private static String ascii(ByteBuffer b, int at, int length) {
    byte[] text = new byte[Math.clamp(length, 0, 200)];
    b.get(at, text);
    return new String(text, StandardCharsets.ISO_8859_1);
  }
}
