package keepshelf.imaging.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import keepshelf.imaging.pixel.UnreadableImageException;

/**
 * What a DDS file says of its first picture.
 *
 * @param width pixels
 * @param height pixels
 * @param layout how pixels are stored
 * @param bitsPerPixel of plain layouts
 * @param masks of red, green, blue and alpha in a plain pixel; 0 for a channel that is not there
 * @param start where the pixels begin
 */
record DdsHeader(int width, int height, Layout layout, int bitsPerPixel, int[] masks, int start) {
  /** How pixels are stored: in blocks of 4 x 4, or one by one. */
  enum Layout {
    BC1(8, 3),
    BC1_ALPHA(8, 4),
    BC2(16, 4),
    BC3(16, 4),
    BC4(8, 1),
    BC4_SIGNED(8, 1),
    BC5(16, 3),
    BC5_SIGNED(16, 3),
    PLAIN(0, 0),
    HALF4(8, 4),
    FLOAT4(16, 4),
    UNORM16X4(8, 4),
    OTHER(0, 0);

    private final int bytes;
    private final int channels;

    Layout(int bytes, int channels) {
      this.bytes = bytes;
      this.channels = channels;
    }

    /** Bytes of a block, or of a pixel of more than eight bits a channel. */
    int bytes() {
      return bytes;
    }

    /** Whether it is one of the block formats. */
    boolean blocks() {
      return name().startsWith("BC");
    }
  }

  private static final int FOUR_CC = 0x4;
  private static final int ALPHA = 0x1;

  /** Of a file's first bytes. */
  static DdsHeader of(ByteBuffer whole) throws IOException {
    ByteBuffer b = whole.duplicate().order(ByteOrder.LITTLE_ENDIAN);
    if (b.limit() < 128) {
      throw new UnreadableImageException("its header is cut off");
    }
    int height = b.getInt(12);
    int width = b.getInt(16);
    int flags = b.getInt(80);
    String code = text(b, 84);
    int[] none = new int[4];
    if ((flags & FOUR_CC) == 0) {
      int bits = b.getInt(88);
      int[] masks = {
        b.getInt(92), b.getInt(96), b.getInt(100), (flags & ALPHA) != 0 ? b.getInt(104) : 0
      };
      Layout plain =
          bits == 8 || bits == 16 || bits == 24 || bits == 32 ? Layout.PLAIN : Layout.OTHER;
      return new DdsHeader(width, height, plain, bits, masks, 128);
    }
    if (code.equals("DX10")) {
      if (b.limit() < 148) {
        throw new UnreadableImageException("its header is cut off");
      }
      return dxgi(b.getInt(128), width, height);
    }
    Layout layout =
        switch (code) {
          case "DXT1" -> (flags & ALPHA) != 0 ? Layout.BC1_ALPHA : Layout.BC1;
          case "DXT2", "DXT3" -> Layout.BC2;
          case "DXT4", "DXT5" -> Layout.BC3;
          case "ATI1", "BC4U" -> Layout.BC4;
          case "BC4S" -> Layout.BC4_SIGNED;
          case "ATI2", "BC5U" -> Layout.BC5;
          case "BC5S" -> Layout.BC5_SIGNED;
          default -> numbered(b.getInt(84));
        };
    return new DdsHeader(width, height, layout, 0, none, 128);
  }

  /** Codes that are numbers, of an older list of formats. */
  private static Layout numbered(int code) {
    return switch (code) {
      case 36 -> Layout.UNORM16X4;
      case 113 -> Layout.HALF4;
      case 116 -> Layout.FLOAT4;
      default -> Layout.OTHER;
    };
  }

  private static DdsHeader dxgi(int format, int width, int height) {
    int[] none = new int[4];
    return switch (format) {
      case 27, 28, 29 -> plain(width, height, 32, 0xFF, 0xFF00, 0xFF0000, 0xFF000000);
      case 87, 90, 91 -> plain(width, height, 32, 0xFF0000, 0xFF00, 0xFF, 0xFF000000);
      case 88, 92, 93 -> plain(width, height, 32, 0xFF0000, 0xFF00, 0xFF, 0);
      case 60, 61 -> plain(width, height, 8, 0xFF, 0, 0, 0);
      case 48, 49 -> plain(width, height, 16, 0xFF, 0xFF00, 0, 0);
      default -> {
        Layout layout =
            switch (format) {
              case 70, 71, 72 -> Layout.BC1;
              case 73, 74, 75 -> Layout.BC2;
              case 76, 77, 78 -> Layout.BC3;
              case 79, 80 -> Layout.BC4;
              case 81 -> Layout.BC4_SIGNED;
              case 82, 83 -> Layout.BC5;
              case 84 -> Layout.BC5_SIGNED;
              case 2 -> Layout.FLOAT4;
              case 10 -> Layout.HALF4;
              case 11 -> Layout.UNORM16X4;
              default -> Layout.OTHER;
            };
        yield new DdsHeader(width, height, layout, 0, none, 148);
      }
    };
  }

  private static DdsHeader plain(int w, int h, int bits, int r, int g, int b, int a) {
    return new DdsHeader(w, h, Layout.PLAIN, bits, new int[] {r, g, b, a}, 148);
  }

  private static String text(ByteBuffer b, int at) {
    byte[] t = new byte[4];
    b.get(at, t);
    return new String(t, StandardCharsets.ISO_8859_1);
  }

  /** Channels of the picture as it is decoded. */
  int channels() {
    if (layout != Layout.PLAIN) {
      return layout == Layout.OTHER ? 4 : layout.channels;
    }
    return masks[1] == 0 ? 1 : masks[3] != 0 ? 4 : 3;
  }

  /** Bits a channel as it is decoded. */
  int bits() {
    return switch (layout) {
      case HALF4 -> 16;
      case UNORM16X4 -> 16;
      case FLOAT4 -> 32;
      default -> 8;
    };
  }

  /** Bytes that the file has at least. */
  long fileBytes() {
    long w = width;
    long h = height;
    if (layout == Layout.OTHER) {
      return start;
    }
    return start
        + (layout.blocks()
            ? (w + 3) / 4 * ((h + 3) / 4) * layout.bytes()
            : w * h * (layout == Layout.PLAIN ? bitsPerPixel / 8 : layout.bytes()));
  }
}
