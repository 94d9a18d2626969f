package keepshelf.imaging.tiff;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import keepshelf.imaging.deflate.Deflated;
import keepshelf.imaging.pixel.Lines;

/**
 * Writes TIFF of 8 and 16 bits (TIFF 6.0, sections 7 to 13; deflate as in Adobe's Technical Note of
 * 2002): strips that are deflated side by side, most significant byte first. Samples of 8 bits are
 * stored as differences to the left, which makes them smaller; few readers take that at 16 bits.
 */
public final class TiffEncoder {
  private static final int ROWS = 32;

  /** Strips that are held in memory at once. */
  private static final int AT_ONCE = 16;

  /** Places in the file are unsigned numbers of 32 bits; the directory needs some room. */
  private static final long MOST = (1L << 32) - (1 << 20);

  private static final int SHORT = 3;
  private static final int LONG = 4;
  private static final int RATIONAL = 5;

  private final Lines lines;
  private final int effort;
  private final int size;
  private final List<Integer> offsets = new ArrayList<>();
  private final List<Integer> lengths = new ArrayList<>();

  private TiffEncoder(Lines lines, int effort) {
    this.lines = lines;
    this.effort = effort;
    size = lines.bytes();
  }

  /**
   * Writes {@code p}, in the place of what {@code to} held.
   *
   * @param p of 1 to 4 channels, 8 or 16 bits; a second or fourth channel is alpha that was not
   *     multiplied
   * @param effort of zlib, 1 (fast) to 9 (small)
   * @throws IOException when the disk does not take it, or it is larger than four gigabytes
   */
  public static void write(Lines p, Path to, int effort) throws IOException {
    // Never into what is there: it may be a link to a file that has to stay as it is.
    Files.deleteIfExists(to);
    try (FileChannel out =
        FileChannel.open(to, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
      new TiffEncoder(p, effort).run(out);
    }
  }

  private void run(FileChannel out) throws IOException {
    all(out, ByteBuffer.allocate(8));
    int strips = (lines.height() + ROWS - 1) / ROWS;
    for (int from = 0; from < strips; from += AT_ONCE) {
      List<byte[]> raw = new ArrayList<>();
      for (int i = from; i < Math.min(strips, from + AT_ONCE); i++) {
        raw.add(strip(i));
      }
      for (byte[] s : raw.parallelStream().map(this::packed).toList()) {
        long at = out.position();
        if (at + s.length > MOST) {
          throw new IOException("a TIFF holds four gigabytes at the most");
        }
        offsets.add((int) at);
        lengths.add(s.length);
        all(out, ByteBuffer.wrap(s));
      }
    }
    // A directory begins at an even place.
    if (out.position() % 2 != 0) {
      all(out, ByteBuffer.allocate(1));
    }
    // Places are unsigned.
    int at = (int) out.position();
    all(out, directory(at));
    out.position(0);
    all(
        out,
        ByteBuffer.allocate(8)
            .put((byte) 'M')
            .put((byte) 'M')
            .putShort((short) 42)
            .putInt(at)
            .flip());
  }

  private static void all(FileChannel out, ByteBuffer b) throws IOException {
    while (b.hasRemaining()) {
      out.write(b);
    }
  }

  private byte[] strip(int number) throws IOException {
    int rows = Math.min(ROWS, lines.height() - number * ROWS);
    int line = lines.width() * lines.channels() * size;
    byte[] raw = new byte[rows * line];
    for (int y = 0; y < rows; y++) {
      lines.next(raw, y * line);
    }
    return raw;
  }

  private byte[] packed(byte[] raw) {
    if (size == 1) {
      differences(raw);
    }
    // Strips are packed side by side already.
    return Deflated.whole(raw, effort);
  }

  private void differences(byte[] raw) {
    int step = lines.channels();
    int line = lines.width() * step;
    for (int from = 0; from < raw.length; from += line) {
      for (int i = from + line - 1; i >= from + step; i--) {
        raw[i] -= raw[i - step];
      }
    }
  }

  /** A field of the directory: its values stand in it when four bytes are enough for them. */
  private record Field(int tag, int type, int... values) {
    int bytes() {
      return switch (type) {
        case SHORT -> 2 * values.length;
        default -> 4 * values.length;
      };
    }

    int count() {
      return type == RATIONAL ? values.length / 2 : values.length;
    }

    void put(ByteBuffer b) {
      for (int v : values) {
        if (type == SHORT) {
          b.putShort((short) v);
        } else {
          b.putInt(v);
        }
      }
    }
  }

  private ByteBuffer directory(int at) {
    int n = lines.channels();
    int[] bits = new int[n];
    java.util.Arrays.fill(bits, 8 * size);
    List<Field> fields = new ArrayList<>();
    fields.add(new Field(256, LONG, lines.width()));
    fields.add(new Field(257, LONG, lines.height()));
    fields.add(new Field(258, SHORT, bits));
    fields.add(new Field(259, SHORT, 8));
    fields.add(new Field(262, SHORT, n < 3 ? 1 : 2));
    fields.add(new Field(273, LONG, ints(offsets)));
    fields.add(new Field(277, SHORT, n));
    fields.add(new Field(278, LONG, ROWS));
    fields.add(new Field(279, LONG, ints(lengths)));
    fields.add(new Field(282, RATIONAL, 72, 1));
    fields.add(new Field(283, RATIONAL, 72, 1));
    fields.add(new Field(284, SHORT, 1));
    fields.add(new Field(296, SHORT, 2));
    if (size == 1) {
      fields.add(new Field(317, SHORT, 2));
    }
    if (n == 2 || n == 4) {
      fields.add(new Field(338, SHORT, 2));
    }
    int head = 2 + 12 * fields.size() + 4;
    int more = fields.stream().mapToInt(f -> f.bytes() > 4 ? f.bytes() : 0).sum();
    ByteBuffer b = ByteBuffer.allocate(head + more);
    b.putShort((short) fields.size());
    int beyond = at + head;
    for (Field f : fields) {
      b.putShort((short) f.tag()).putShort((short) f.type()).putInt(f.count());
      int start = b.position();
      if (f.bytes() > 4) {
        b.putInt(beyond);
        beyond += f.bytes();
      } else {
        f.put(b);
        b.position(start + 4);
      }
    }
    b.putInt(0);
    fields.stream().filter(f -> f.bytes() > 4).forEach(f -> f.put(b));
    return b.flip();
  }

  private static int[] ints(List<Integer> of) {
    return of.stream().mapToInt(Integer::intValue).toArray();
  }
}
