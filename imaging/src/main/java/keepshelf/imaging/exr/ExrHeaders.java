package keepshelf.imaging.exr;

import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The headers at the start of an OpenEXR file.
 *
 * @param parts one for each part, in the file's order
 * @param multiPart whether the file is laid out for several parts, even if it has only one
 * @param end the place of the first byte after the headers
 */
record ExrHeaders(List<ExrPart> parts, boolean multiPart, int end) {
  private static final int MOST_PARTS = 4096;
  private static final int FIRST_READ = 64 * 1024;
  private static final int MOST_HEAD = 16 << 20;
  private static final int MOST_SIDE = 1 << 24;

  /**
   * Reads the headers.
   *
   * @throws IndexOutOfBoundsException when {@code head} ends before they do
   */
  static ExrHeaders parse(ByteBuffer head) throws IOException {
    ByteBuffer b = head.duplicate().order(ByteOrder.LITTLE_ENDIAN);
    int flags = b.getInt(4);
    if ((flags & 0xFF) > 2) {
      throw new ExrException("it follows a newer version of the EXR file layout");
    }
    boolean multi = (flags & 0x1000) != 0;
    List<ExrPart> parts = new ArrayList<>();
    int at = 8;
    do {
      Parser p = new Parser(b, at, flags);
      parts.add(p.part());
      at = p.at;
      if (parts.size() > MOST_PARTS) {
        throw new ExrException("its header claims too many parts");
      }
    } while (multi && b.get(at) != 0);
    return new ExrHeaders(List.copyOf(parts), multi, multi ? at + 1 : at);
  }

  /** Reads as much of {@code file} as the headers need. */
  static ExrHeaders read(FileChannel file) throws IOException {
    int size = FIRST_READ;
    while (true) {
      int n = (int) Math.min(size, file.size());
      try {
        return parse(bytes(file, 0, n));
      } catch (IndexOutOfBoundsException e) {
        if (n < size || size >= MOST_HEAD) {
          throw new ExrException("its header is cut off", e);
        }
        size *= 4;
      }
    }
  }

  /**
   * Bytes of {@code file} from {@code at}, lowest byte first.
   *
   * @throws EOFException when the file ends before them
   */
  static ByteBuffer bytes(FileChannel file, long at, int size) throws IOException {
    ByteBuffer b = ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    while (b.hasRemaining()) {
      if (file.read(b, at + b.position()) < 0) {
        throw new EOFException();
      }
    }
    return b.flip();
  }

  /** The part that is read: the first flat one with colours, else the first flat one. */
  ExrPart part() throws ExrException {
    ExrPart first = null;
    for (ExrPart p : parts) {
      if (!p.deep() && p.shown().size() >= 3) {
        return p;
      }
      if (!p.deep() && first == null) {
        first = p;
      }
    }
    if (first == null) {
      throw new ExrException("it holds deep data only, several samples to a pixel");
    }
    return first;
  }

  /** Walks the attributes of one header. */
  private static final class Parser {
    private final ByteBuffer b;
    private int at;
    private String name = "";
    private int @Nullable [] window;
    private List<Channel> channels = List.of();
    private int compression = -1;
    private int tileWidth;
    private int tileHeight;
    private boolean deep;
    private int chunks = -1;

    Parser(ByteBuffer b, int at, int flags) {
      this.b = b;
      this.at = at;
      this.deep = (flags & 0x800) != 0;
    }

    ExrPart part() throws IOException {
      while (b.get(at) != 0) {
        String attribute = text();
        text();
        int size = b.getInt(at);
        int value = at + 4;
        if (size < 0) {
          throw new ExrException("its header is broken");
        }
        switch (attribute) {
          case "name" -> name = new String(bytes(value, size), StandardCharsets.UTF_8);
          case "dataWindow" ->
              window =
                  new int[] {
                    b.getInt(value), b.getInt(value + 4), b.getInt(value + 8), b.getInt(value + 12)
                  };
          case "channels" -> channels = channels(value);
          case "compression" -> compression = b.get(value) & 0xFF;
          case "tiles" -> {
            tileWidth = b.getInt(value);
            tileHeight = b.getInt(value + 4);
          }
          case "type" ->
              deep |= new String(bytes(value, size), StandardCharsets.UTF_8).startsWith("deep");
          case "chunkCount" -> chunks = b.getInt(value);
          default -> {
            // Everything else says nothing about where the pixels are.
          }
        }
        at = Math.addExact(value, size);
      }
      at++;
      return checked();
    }

    private ExrPart checked() throws ExrException {
      if (window == null || channels.isEmpty()) {
        throw new ExrException("its header is broken");
      }
      long width = (long) window[2] - window[0] + 1;
      long height = (long) window[3] - window[1] + 1;
      if (width < 1 || height < 1 || width > MOST_SIDE || height > MOST_SIDE) {
        throw new ExrException("its header gives no size (" + width + " x " + height + ")");
      }
      if (compression < 0 || compression >= Compression.values().length) {
        throw new ExrException("it is compressed in a way that is not read here");
      }
      if (tileWidth < 0 || tileHeight < 0 || (tileWidth == 0) != (tileHeight == 0)) {
        throw new ExrException("its header is broken");
      }
      return new ExrPart(
          name,
          window[0],
          window[1],
          (int) width,
          (int) height,
          channels,
          Compression.values()[compression],
          Math.min(tileWidth, MOST_SIDE),
          Math.min(tileHeight, MOST_SIDE),
          deep,
          chunks);
    }

    private List<Channel> channels(int from) throws ExrException {
      List<Channel> found = new ArrayList<>();
      int q = from;
      while (b.get(q) != 0) {
        int end = q;
        while (b.get(end) != 0) {
          end++;
        }
        String channel = new String(bytes(q, end - q), StandardCharsets.UTF_8);
        int type = b.getInt(end + 1);
        int stepX = b.getInt(end + 9);
        int stepY = b.getInt(end + 13);
        if (type < 0 || type > 2 || stepX < 1 || stepY < 1) {
          throw new ExrException("its list of channels is broken");
        }
        found.add(new Channel(channel, Sample.values()[type], b.get(end + 5) != 0, stepX, stepY));
        q = end + 17;
      }
      return List.copyOf(found);
    }

    /** The text at the present place, which moves behind its zero byte. */
    private String text() {
      int end = at;
      while (b.get(end) != 0) {
        end++;
      }
      String t = new String(bytes(at, end - at), StandardCharsets.UTF_8);
      at = end + 1;
      return t;
    }

    private byte[] bytes(int from, int size) {
      if (size > b.limit() - from) {
        throw new IndexOutOfBoundsException();
      }
      byte[] t = new byte[size];
      b.get(from, t);
      return t;
    }
  }
}
