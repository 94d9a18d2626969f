package keepshelf.imaging.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Optional;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.UnreadableImageException;

/**
 * The first picture of a DDS file: plain pixels and the block formats BC1 to BC5. A two-channel
 * block format has nothing in blue. (Khronos Data Format Specification 1.3, chapter 18: S3TC and
 * RGTC)
 */
final class DdsDecoder {
  private DdsDecoder() {}

  /** Bytes that a file with this beginning has at least. */
  static long bytes(ByteBuffer start) throws IOException {
    return DdsHeader.of(start).fileBytes();
  }

  private static final String NOT_DECODED =
      "its block format is kept but not decoded; have it converted to PNG";

  /** Why it cannot be decoded, or empty. */
  static Optional<String> trouble(Path file) throws IOException {
    try (FileChannel in = FileChannel.open(file, StandardOpenOption.READ)) {
      return header(in).layout() == DdsHeader.Layout.OTHER
          ? Optional.of(NOT_DECODED)
          : Optional.empty();
    }
  }

  private static DdsHeader header(FileChannel in) throws IOException {
    ByteBuffer head = ByteBuffer.allocate(256);
    in.read(head, 0);
    return DdsHeader.of(head.flip());
  }

  static Pixels decode(Path file) throws IOException {
    try (FileChannel in = FileChannel.open(file, StandardOpenOption.READ)) {
      DdsHeader h = header(in);
      if (h.layout() == DdsHeader.Layout.OTHER) {
        throw new UnreadableImageException(NOT_DECODED);
      }
      ByteBuffer b = ByteBuffer.allocate(Math.toIntExact(h.fileBytes() - h.start()));
      int at = 0;
      while (b.hasRemaining()) {
        int n = in.read(b, h.start() + at);
        if (n < 0) {
          throw new UnreadableImageException("its pixels are cut off");
        }
        at += n;
      }
      b.flip().order(ByteOrder.LITTLE_ENDIAN);
      return switch (h.layout()) {
        case PLAIN -> plain(h, b);
        case UNORM16X4 -> wide(h, b);
        case HALF4, FLOAT4 -> floats(h, b);
        default -> blocks(h, b);
      };
    }
  }

  private static Pixels plain(DdsHeader h, ByteBuffer b) {
    int n = h.channels();
    int bytes = h.bitsPerPixel() / 8;
    byte[] out = new byte[h.width() * h.height() * n];
    for (int i = 0; i < h.width() * h.height(); i++) {
      int v = 0;
      for (int k = 0; k < bytes; k++) {
        v |= (b.get(i * bytes + k) & 0xFF) << 8 * k;
      }
      for (int c = 0; c < n; c++) {
        out[i * n + c] = (byte) scaled(v, h.masks()[c]);
      }
    }
    return Pixels.u8(h.width(), h.height(), n, out);
  }

  /** The bits of {@code v} under {@code mask}, scaled to 0..255. */
  private static int scaled(int v, int mask) {
    if (mask == 0) {
      return 0;
    }
    long most = Integer.toUnsignedLong(mask >>> Integer.numberOfTrailingZeros(mask));
    long bits = Integer.toUnsignedLong((v & mask) >>> Integer.numberOfTrailingZeros(mask));
    return (int) ((bits * 255 + most / 2) / most);
  }

  private static Pixels wide(DdsHeader h, ByteBuffer b) {
    short[] out = new short[h.width() * h.height() * 4];
    b.asShortBuffer().get(out);
    return Pixels.u16(h.width(), h.height(), 4, out);
  }

  private static Pixels floats(DdsHeader h, ByteBuffer b) {
    float[] out = new float[h.width() * h.height() * 4];
    for (int i = 0; i < out.length; i++) {
      out[i] =
          h.layout() == DdsHeader.Layout.FLOAT4
              ? b.getFloat(4 * i)
              : Float.float16ToFloat(b.getShort(2 * i));
    }
    return Pixels.f32(h.width(), h.height(), 4, out);
  }

  private static Pixels blocks(DdsHeader h, ByteBuffer b) {
    int w = h.width();
    int n = h.channels();
    byte[] out = new byte[w * h.height() * n];
    byte[] block = new byte[16 * n];
    int at = 0;
    for (int y = 0; y < h.height(); y += 4) {
      for (int x = 0; x < w; x += 4) {
        block(h.layout(), b, at, block, n);
        at += h.layout().bytes();
        for (int j = 0; j < Math.min(4, h.height() - y); j++) {
          int wide = Math.min(4, w - x) * n;
          System.arraycopy(block, 4 * j * n, out, ((y + j) * w + x) * n, wide);
        }
      }
    }
    return Pixels.u8(w, h.height(), n, out);
  }

  private static void block(DdsHeader.Layout layout, ByteBuffer b, int at, byte[] out, int n) {
    switch (layout) {
      case BC1, BC1_ALPHA -> colours(b, at, out, n, true);
      case BC2 -> {
        colours(b, at + 8, out, n, false);
        for (int i = 0; i < 16; i++) {
          out[i * n + 3] = (byte) ((b.get(at + i / 2) >> 4 * (i & 1) & 15) * 17);
        }
      }
      case BC3 -> {
        colours(b, at + 8, out, n, false);
        values(b, at, out, n, 3, false);
      }
      case BC4 -> values(b, at, out, n, 0, false);
      case BC4_SIGNED -> values(b, at, out, n, 0, true);
      default -> {
        boolean signed = layout == DdsHeader.Layout.BC5_SIGNED;
        values(b, at, out, n, 0, signed);
        values(b, at + 8, out, n, 1, signed);
      }
    }
  }

  /** Two colours of 5, 6 and 5 bits, and two bits a pixel that choose between them. */
  private static void colours(ByteBuffer b, int at, byte[] out, int n, boolean three) {
    int first = b.getShort(at) & 0xFFFF;
    int second = b.getShort(at + 2) & 0xFFFF;
    int[][] c = new int[4][4];
    unpack(first, c[0]);
    unpack(second, c[1]);
    boolean four = !three || first > second;
    for (int k = 0; k < 3; k++) {
      c[2][k] = four ? (2 * c[0][k] + c[1][k]) / 3 : (c[0][k] + c[1][k]) / 2;
      c[3][k] = four ? (c[0][k] + 2 * c[1][k]) / 3 : 0;
    }
    c[2][3] = 255;
    c[3][3] = four ? 255 : 0;
    int chosen = b.getInt(at + 4);
    for (int i = 0; i < 16; i++) {
      int[] from = c[chosen >>> 2 * i & 3];
      for (int k = 0; k < n; k++) {
        out[i * n + k] = (byte) from[k];
      }
    }
  }

  private static void unpack(int v, int[] to) {
    int r = v >> 11 & 31;
    int g = v >> 5 & 63;
    int b = v & 31;
    to[0] = r << 3 | r >> 2;
    to[1] = g << 2 | g >> 4;
    to[2] = b << 3 | b >> 2;
    to[3] = 255;
  }

  /** Two values of 8 bits, and three bits a pixel that choose between them. */
  private static void values(ByteBuffer b, int at, byte[] out, int n, int channel, boolean signed) {
    int first = signed ? b.get(at) : b.get(at) & 0xFF;
    int second = signed ? b.get(at + 1) : b.get(at + 1) & 0xFF;
    int[] v = new int[8];
    v[0] = first;
    v[1] = second;
    if (first > second) {
      for (int i = 1; i < 7; i++) {
        v[i + 1] = Math.round(((7 - i) * first + i * second) / 7f);
      }
    } else {
      for (int i = 1; i < 5; i++) {
        v[i + 1] = Math.round(((5 - i) * first + i * second) / 5f);
      }
      v[6] = signed ? -127 : 0;
      v[7] = signed ? 127 : 255;
    }
    long bits = 0;
    for (int i = 0; i < 6; i++) {
      bits |= (b.get(at + 2 + i) & 0xFFL) << 8 * i;
    }
    for (int i = 0; i < 16; i++) {
      int x = v[(int) (bits >>> 3 * i & 7)];
      // Signed values lie in -1..1; as stored ones they become 0..255.
      out[i * n + channel] =
          (byte) (signed ? Math.round((Math.max(x, -127) + 127) * 255 / 254f) : x);
    }
  }
}
