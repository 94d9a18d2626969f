package keepshelf.imaging.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;

/** The attributes of an OpenEXR header that tell size, channels and depth (OpenEXR file layout). */
final class ExrHeader {
  private ExrHeader() {}

  static ImageInfo parse(ByteBuffer b) throws IOException {
    int p = 8;
    int width = 0;
    int height = 0;
    int channels = 0;
    int bits = 16;
    while (b.get(p) != 0) {
      int nameEnd = end(b, p);
      String name = text(b, p, nameEnd);
      int typeEnd = end(b, nameEnd + 1);
      int size = ImageProbe.le32(b, typeEnd + 1);
      int value = typeEnd + 5;
      if (size < 0) {
        throw new UnreadableImageException("its header is broken");
      }
      if (name.equals("dataWindow")) {
        width = ImageProbe.le32(b, value + 8) - ImageProbe.le32(b, value) + 1;
        height = ImageProbe.le32(b, value + 12) - ImageProbe.le32(b, value + 4) + 1;
      } else if (name.equals("channels")) {
        int q = value;
        while (b.get(q) != 0) {
          int e = end(b, q);
          // 0 unsigned int, 1 half, 2 float
          bits = Math.max(bits, ImageProbe.le32(b, e + 1) == 1 ? 16 : 32);
          channels++;
          q = e + 17;
        }
      }
      p = value + size;
    }
    return ImageProbe.checked(ImageFormat.EXR, width, height, Math.min(channels, 4), bits);
  }

  private static int end(ByteBuffer b, int from) {
    int p = from;
    while (b.get(p) != 0) {
      p++;
    }
    return p;
  }

  private static String text(ByteBuffer b, int from, int to) {
    byte[] t = new byte[to - from];
    b.get(from, t);
    return new String(t, StandardCharsets.UTF_8);
  }
}
